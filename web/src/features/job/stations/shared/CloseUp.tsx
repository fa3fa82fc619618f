import { Box, Heading, Text } from '@chakra-ui/react';
import type { StationProps } from './props';
import { Steps } from './Steps';

/** The way back, step by step, with its own craft; folded away once all is on again. */
export function CloseUp({ job, change, readOnly }: Pick<StationProps, 'job' | 'change' | 'readOnly'>) {
  const { closing, trayCount } = job.opening;
  if (!closing.some((s) => s.kind === 'PUT_BACK')) return null;
  const closed = job.now.off.length === 0;
  const left = closing.some((s) => !s.done && s.kind !== 'TEST_START');
  const turns = closing.filter((s) => s.kind === 'PUT_BACK' && s.turnTo && !s.done).length;
  return (
    <details open={left}>
      <Box as="summary" cursor="pointer" mb="2">
        <Heading as="h2" size="md" display="inline">
          {closed ? 'Closed up, all parts are on' : 'Close up'}
        </Heading>
        {!closed && (
          <Text as="span" color="quiet">
            {' '}
            {turns > 0 && `${turns} ${turns === 1 ? 'turn' : 'turns'} of the machine; `}
            {trayCount} in the tray
          </Text>
        )}
      </Box>
      {!closed && (
        <Text mb="2">
          Screws are started all round, then lightly tightened, from the middle outward where the base is
          large.
        </Text>
      )}
      <Steps job={job.id} steps={closing} disabled={readOnly} change={change} />
    </details>
  );
}
