import { Box, Button, Flex, Heading, Stack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import type { Schemas } from '../../../../api/client';
import type { Change, JobView } from '../../api';
import { useTrouble } from './api';
import { Steps } from '../shared/Steps';

type Test = Schemas['TestView'];
type Likely = Schemas['LikelyView'];

/** From "it does not start" the fault table at once: what is still likely, the test that tells most for its minutes, two others. */
export function Trouble({ job, change, readOnly }: { job: JobView; change: Change; readOnly: boolean }) {
  const failed = job.starts.some(hasFailed);
  const trouble = useTrouble(job.id, job.version, failed);
  const [chosen, setChosen] = useState(0);
  const t = trouble.data;
  if (!failed || !t) return null;
  if (!t.any)
    return t.settled ? (
      <Text color="good" fontWeight="600" data-settled>
        ✓ Found, and written down: {t.settled}
      </Text>
    ) : null;
  const test = t.next[Math.min(chosen, t.next.length - 1)];
  return (
    <Box
      as="section"
      aria-label="Start trouble"
      aria-busy={trouble.isPlaceholderData}
      bg="panel"
      borderWidth="2px"
      borderColor={t.state === 'CONFIRMED' ? 'good' : 'risk'}
      borderRadius="md"
      p="3"
    >
      <Heading as="h2" size="lg" mb="1">
        Start trouble
      </Heading>
      <Text fontWeight="600" data-sentence>
        {t.sentence}
      </Text>
      {t.advice && <Text>{t.advice}</Text>}
      {t.settled && <Text>Found before: {t.settled}</Text>}
      {t.state === 'CONFIRMED' && !readOnly && (
        <Button
          mt="2"
          onClick={() => void change({ type: 'SettleFault', name: 'As it started' })}
          data-settle
        >
          Write it down, and make what ran the plan
        </Button>
      )}
      {test && (
        <Box mt="3" borderTopWidth="1px" borderColor="line" pt="3">
          {t.next.length > 1 && (
            <Flex gap="2" wrap="wrap" mb="2" role="group" aria-label="Which test">
              {t.next.map((n, i) => (
                <Button
                  key={n.words}
                  size="sm"
                  variant={n === test ? 'solid' : 'outline'}
                  color={n === test ? undefined : 'ink'}
                  aria-pressed={n === test}
                  onClick={() => setChosen(i)}
                >
                  {i === 0 ? 'Recommended' : `Or ${i + 1}`}: {NAME[n.shape]}, {n.minutes} min
                </Button>
              ))}
            </Flex>
          )}
          <TestSteps job={job} test={test} change={change} readOnly={readOnly} />
        </Box>
      )}
      <Flex gap="8" mt="3" wrap="wrap" align="start">
        <Bars title="What there is to do" of={t.likely} />
        <Bars title="What may be behind it" of={t.because} />
      </Flex>
    </Box>
  );
}

const NAME: Record<Test['shape'], string> = {
  START: 'switch it on',
  CONDITIONS: 'on mains, waited out',
  BACK: 'back to what ran',
  CLEAR: 'clear settings',
  FIRMWARE: 'firmware',
  COMPANION: 'other work back',
  RESEAT: 'reseat',
  ALONE: 'one alone',
  WITHOUT: 'without one',
  SWAP: 'swap',
  MOVE: 'move',
  HALF: 'a half',
  WHOLE: 'all of it',
  KNOWN_GOOD: 'a good one',
  ELSEWHERE: 'test machine',
  MEMORY_TEST: 'memory test',
};

/** Nothing, a signal, errors, or less memory than it should have. */
export function hasFailed(start: JobView['starts'][number]) {
  return (
    start.outcome === 'SILENT' ||
    start.outcome === 'SIGNAL' ||
    (start.readout.testErrors ?? 0) > 0 ||
    start.comparison.some(
      (l) => (l.field === 'FIRMWARE_TOTAL' || l.field === 'SYSTEM_TOTAL') && l.verdict === 'DIFFERENT',
    )
  );
}

/** A bar a line, with its figure beside it: the length is never the only sign. */
function Bars({ title, of }: { title: string; of: Likely[] }) {
  return (
    <Box flex="1" minW="18rem">
      <Text fontWeight="600" mb="1">
        {title}
      </Text>
      <Stack as="ul" listStyleType="none" gap="1">
        {of.map((l) => (
          <Box as="li" key={l.text}>
            <Flex gap="3">
              <Text flex="1" overflowWrap="anywhere">
                {l.text}
              </Text>
              <Text fontVariantNumeric="tabular-nums" whiteSpace="nowrap">
                {l.percent} %
              </Text>
            </Flex>
            <Box bg="line" height="5px" borderRadius="full" aria-hidden>
              <Box bg="accent" height="5px" borderRadius="full" width={`${Math.max(1, l.percent)}%`} />
            </Box>
          </Box>
        ))}
      </Stack>
    </Box>
  );
}

/** What a test asks of hands, in order; each is a change of its own, and the core refuses what cannot be yet. */
function TestSteps({
  job,
  test,
  change,
  readOnly,
}: {
  job: JobView;
  test: Test;
  change: Change;
  readOnly: boolean;
}) {
  const hands = test.positions.length > 0 && !test.arranged;
  const open = job.opening.rounds.some((r) => r.current && r.purpose === 'FAULT');
  const closed = job.opening.steps.some((s) => !s.done);
  return (
    <Stack gap="2">
      <Text fontSize="lg" fontWeight="700" data-test-words>
        {test.words}
      </Text>
      <Text>
        About {test.minutes} {test.minutes === 1 ? 'minute' : 'minutes'}. {test.why}
      </Text>
      {!readOnly && (
        <Flex gap="2" wrap="wrap" align="center">
          {test.take && (
            <Button
              variant="outline"
              color="ink"
              onClick={() => void change({ type: 'TakeFromDrawer', tag: test.take! })}
            >
              Take {test.take} from the drawer
            </Button>
          )}
          {hands && !open && (
            <Button
              onClick={() => void change({ type: 'OpenFor', purpose: 'FAULT', positions: test.positions })}
            >
              Begin: open for it
            </Button>
          )}
          {hands && open && !closed && (
            <Button
              onClick={() => void change({ type: 'Arrange', fill: test.fill, reseat: test.reseat })}
              data-arrange
            >
              {test.reseat.length > 0 ? 'Reseated' : 'The modules are where it wants them'}
            </Button>
          )}
          {test.elsewhere &&
            (['STARTED', 'SILENT'] as const).map((outcome) => (
              <Button
                key={outcome}
                variant="outline"
                color="ink"
                onClick={() =>
                  void change({
                    type: 'LogElsewhere',
                    key: test.elsewhere!,
                    outcome,
                    passes: outcome === 'STARTED' ? test.passes : 0,
                    errors: 0,
                  })
                }
              >
                {outcome === 'STARTED' ? 'It runs there, no error' : 'It does not start there'}
              </Button>
            ))}
          {test.actions.map((action) => (
            <Button
              key={action}
              variant="outline"
              color="ink"
              onClick={() => void change({ type: 'LogAction', action, note: '' })}
            >
              Done: {ACTION[action]}
            </Button>
          ))}
          {test.shape === 'CONDITIONS' && (
            <Button
              variant="outline"
              color="ink"
              onClick={() => void change({ type: 'LogAction', action: 'WAITED', note: '' })}
            >
              Done: waited
            </Button>
          )}
        </Flex>
      )}
      {hands && open && closed && (
        <Steps
          job={job.id}
          steps={job.opening.steps}
          disabled={readOnly}
          shut={job.openingGates.some((g) => g.severity === 'STOP')}
          change={change}
        />
      )}
      {!test.elsewhere && (
        <Text fontSize="sm" color="quiet">
          Then switch it on below, and say what it does.
        </Text>
      )}
    </Stack>
  );
}

const ACTION: Record<Test['actions'][number], string> = {
  WAITED: 'waited',
  MAINS: 'on mains',
  SETTINGS_CLEARED: 'settings cleared',
  FIRMWARE_UPDATED: 'firmware updated',
  COMPANION: 'other work back',
};
