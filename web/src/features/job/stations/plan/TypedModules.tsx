import { Box, Flex, Heading, Text } from '@chakra-ui/react';
import type { Schemas } from '../../../../api/client';
import { Choice } from '../../../../parts/Choice';
import { TextField } from '../../../../parts/Labelled';
import type { StationProps } from '../shared/props';

type Typed = Schemas['TypedView'];

/** Where modules that somebody typed come from: bought, with the machine, or lying about. What is not said stays open. */
export function TypedModules({ job, change, readOnly }: Pick<StationProps, 'job' | 'change' | 'readOnly'>) {
  if (job.typed.length === 0) return null;
  return (
    <Box as="section" aria-label="Typed modules">
      <Heading as="h2" size="sm" mb="1">
        Typed in: where they come from
      </Heading>
      {job.typed.map((t) =>
        readOnly ? <Text key={t.keys[0]}>{t.text}</Text> : <Line key={t.keys[0]} t={t} change={change} />,
      )}
    </Box>
  );
}

function Line({ t, change }: { t: Typed; change: StationProps['change'] }) {
  // Only what was typed just now: what stands in the other fields is their own change.
  const say = (next: Partial<Omit<Typed, 'keys' | 'labelLine' | 'text'>>, refused?: (why: string) => void) =>
    void change({ type: 'SayWhence', keys: t.keys, ...next }, refused);
  return (
    <Box py="1.5" borderTopWidth="1px" borderColor="line">
      <Flex align="center" gap="3" wrap="wrap">
        <Text flex="1" minW="16rem">
          {t.text}
        </Text>
        <Choice
          label=""
          labelWidth="0"
          value={t.way}
          options={[
            ['BOUGHT', 'Bought'],
            ['CAME_WITH_IT', 'Came with it'],
            ['LIES_ABOUT', 'Lies about'],
            // Said by the room's plan, by nobody else.
            ...(t.way === 'ROOM' ? ([['ROOM', 'Out of the room']] as [typeof t.way, string][]) : []),
          ]}
          onChange={(way) => say({ way })}
        />
      </Flex>
      {t.way === 'BOUGHT' && (
        <Flex gap="3" wrap="wrap" mt="1">
          <TextField
            label="Price of one module"
            value={t.price}
            width="8rem"
            onCommit={(price, refused) => say({ price }, refused)}
          />
          <TextField
            label="From whom"
            value={t.supplier}
            width="14rem"
            onCommit={(supplier, refused) => say({ supplier }, refused)}
          />
          <TextField
            label="Here on"
            type="date"
            value={t.day ?? ''}
            width="11rem"
            onCommit={(day, refused) => say({ day }, refused)}
          />
          <TextField
            label="Can go back until"
            type="date"
            value={t.returnUntil ?? ''}
            width="11rem"
            onCommit={(returnUntil, refused) => say({ returnUntil }, refused)}
          />
        </Flex>
      )}
    </Box>
  );
}
