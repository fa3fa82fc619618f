import { Box, Button, Flex, Heading, Input, Text } from '@chakra-ui/react';
import { useState } from 'react';
import type { Change, JobView } from '../../api';
import { Press } from '../../../../parts/Hand';

type Check = JobView['opening']['checks'][number];

/** What hangs on the parts that came off: tried before the owner finds out. */
export function Checks({ job, change, readOnly }: { job: JobView; change: Change; readOnly: boolean }) {
  const { checks } = job.opening;
  if (checks.length === 0) return null;
  const open = checks.filter((c) => !c.result);
  return (
    <Box as="section" aria-label="Tried after closing">
      <Flex gap="3" align="baseline" wrap="wrap" mb="1">
        <Heading as="h2" size="md" flex="1">
          Tried after closing{open.length > 0 && `, ${open.length} left`}
        </Heading>
        {!readOnly && open.length > 1 && (
          <Button
            size="sm"
            variant="outline"
            color="ink"
            onClick={async () => {
              for (const c of open)
                await change({ type: 'SayCheck', check: c.check, result: 'GOOD', note: '' });
            }}
          >
            All {open.length} work
          </Button>
        )}
      </Flex>
      <Box as="ul" listStyleType="none" display="grid" gap="1">
        {checks.map((c) => (
          <Line key={c.check} check={c} change={change} readOnly={readOnly} />
        ))}
      </Box>
    </Box>
  );
}

function Line({ check: c, change, readOnly }: { check: Check; change: Change; readOnly: boolean }) {
  const [note, setNote] = useState<string>();
  const say = (result: NonNullable<Check['result']>, words: string) =>
    void change({ type: 'SayCheck', check: c.check, result, note: words });
  return (
    <Flex as="li" gap="2" align="center" wrap="wrap" data-check={c.check}>
      <Text flex="1" minW="12rem">
        {c.result === 'GOOD' ? '✓ ' : c.result === 'BAD' ? '⬣ ' : ''}
        <b>{c.text}</b>
        {c.why && (
          <Text as="span" color="quiet">
            {' '}
            ({c.why} was off)
          </Text>
        )}
        {c.result === 'BAD' && <Text color="stop">does not work: {c.note}</Text>}
        {c.result === 'CANNOT' && <Text color="quiet">is not there, or nothing to try it with</Text>}
      </Text>
      {!readOnly &&
        (note === undefined ? (
          <>
            <Button
              size="sm"
              variant="outline"
              color="ink"
              aria-pressed={c.result === 'GOOD'}
              onClick={() => say('GOOD', '')}
            >
              Works
            </Button>
            <Button size="sm" variant="outline" color="ink" onClick={() => setNote('')}>
              Does not
            </Button>
            <Button size="sm" variant="ghost" color="ink" onClick={() => say('CANNOT', '')}>
              Not there
            </Button>
          </>
        ) : (
          <>
            <Input
              size="sm"
              width="16rem"
              aria-label={`What is wrong with: ${c.text}`}
              placeholder="what is seen"
              value={note}
              maxLength={500}
              onChange={(e) => setNote(e.target.value)}
            />
            <Press
              size="sm"
              lacks={note.trim() === '' && 'Write first what does not work.'}
              onClick={() => {
                say('BAD', note.trim());
                setNote(undefined);
              }}
            >
              Note it
            </Press>
          </>
        ))}
    </Flex>
  );
}
