import { Box, Button, Flex, Grid, Heading, Stack, Text } from '@chakra-ui/react';
import type { Schemas } from '../../../../api/client';
import type { Change, JobView } from '../../api';
import { CloseUp } from '../shared/CloseUp';
import { Steps } from '../shared/Steps';
import type { StationProps } from '../shared/props';
import { SwitchOn } from './SwitchOn';
import { words } from '../../../../api/words';

type Test = Schemas['TestView'];
type Trouble = Schemas['TroubleView'];
type Props = Pick<StationProps, 'job' | 'change' | 'readOnly'>;

/**
 * What to do now, what may be seen, and what was seen: one card that stays where it is while its content follows the job. The line above
 * leads; what is done here is gone from here.
 */
export function Now({
  job,
  trouble,
  change,
  readOnly,
  readings,
  reading,
}: Props & {
  trouble: Trouble | undefined;
  /** What the last start shows, where it came up. */
  readings: React.ReactNode;
  /** Whether reading it is what to do now. */
  reading: boolean;
}) {
  const chosen = trouble?.chosen;
  const last = job.starts.at(-1);
  const dark = last?.outcome === 'SILENT' || last?.outcome === 'SIGNAL';
  // What is proposed stands here before it is decided on: the line above takes it.
  const proposed = trouble?.any && trouble.state !== 'CONFIRMED' && !reading ? trouble.next[0] : undefined;
  const test = chosen ?? (proposed?.shape === 'START' ? undefined : proposed);
  const hands = (trouble?.handsLeft.length ?? 0) > 0;
  const away = chosen?.elsewhere !== undefined;
  const goesOn = chosen?.shape === 'MEMORY_TEST';
  const closing = job.now.off.length > 0;
  const switchOn = !readOnly && !hands && !away && !goesOn && !reading && (!proposed || !!chosen || dark);
  return (
    <Box
      as="section"
      aria-label="Now"
      bg="panel"
      borderWidth="2px"
      borderColor={trouble?.any && trouble.state === 'CONFIRMED' ? 'good' : trouble?.any ? 'risk' : 'accent'}
      borderRadius="md"
      p="3"
    >
      {trouble?.any && (
        <Text fontWeight="600" data-sentence>
          {trouble.sentence} {trouble.advice}
        </Text>
      )}
      {trouble?.any && trouble.state === 'CONFIRMED' && !readOnly && (
        <Button
          mt="2"
          onClick={() => void change({ type: 'SettleFault', name: 'As it started' })}
          data-settle
        >
          Write it down, and make what ran the plan
        </Button>
      )}
      {trouble && !trouble.any && trouble.settled && (
        <Text color="good" fontWeight="600" data-settled>
          ✓ Found, and written down: {trouble.settled}
        </Text>
      )}
      <Heading as="h2" size="lg" my="1" data-now>
        {test
          ? chosen
            ? test.words
            : `Next: ${test.words}`
          : reading
            ? 'It came up: what does it show?'
            : closing
              ? 'Close up, then switch it on'
              : 'Switch it on, and say what it does'}
      </Heading>
      {test && (
        <Stack gap="2">
          <Text>
            About {test.minutes} {test.minutes === 1 ? 'minute' : 'minutes'}. {test.why}
          </Text>
          <Places test={test} />
          {chosen && <Doing job={job} test={chosen} trouble={trouble} change={change} readOnly={readOnly} />}
        </Stack>
      )}
      {readings && <Box mt="2">{readings}</Box>}
      {(!chosen || !hands) && !away && (closing || !trouble?.any) && (
        <CloseUp job={job} change={change} readOnly={readOnly} />
      )}
      {switchOn && <SwitchOn job={job} test={chosen} change={change} />}
      {!readOnly && reading && (
        <details open={job.proof.missing.some((f) => f.code === 'PROOF_START_AFTER_OPENING')}>
          <Box as="summary" cursor="pointer" mt="2" width="fit-content">
            Switched on once more
          </Box>
          <SwitchOn job={job} test={undefined} change={change} />
        </details>
      )}
    </Box>
  );
}

/** Each socket as it is and as the test wants it: the way from one to the other is what hands do. */
function Places({ test }: { test: Test }) {
  if (test.places.length === 0) return null;
  return (
    <Grid
      as="dl"
      templateColumns={{ base: 'auto 1fr', sm: 'auto minmax(0, 1fr) auto minmax(0, 1fr)' }}
      columnGap="2"
      rowGap="1"
      alignItems="center"
      maxW="46rem"
      data-places
    >
      {test.places.map((p) => {
        const moves = p.now !== p.then;
        return (
          <Box key={p.label} display="contents">
            <Text as="dt" fontSize="sm">
              {p.label}
            </Text>
            <Text
              as="dd"
              fontSize="sm"
              px="2"
              borderWidth="1px"
              borderStyle={moves ? 'dashed' : 'solid'}
              borderColor="edge"
              borderRadius="sm"
              color={moves ? 'quiet' : 'ink'}
              overflowWrap="anywhere"
            >
              {p.now || 'empty'}
            </Text>
            <Text as="dd" aria-hidden={!moves} gridColumn={{ base: '1', sm: 'auto' }}>
              {moves ? '→' : ''}
              <Box srOnly>{moves ? 'becomes' : ''}</Box>
            </Text>
            <Text
              as="dd"
              fontSize="sm"
              px="2"
              minH="1.5em"
              borderWidth={moves ? '2px' : '0'}
              borderColor="accent"
              bg={moves ? 'accentSoft' : undefined}
              borderRadius="sm"
              fontWeight="600"
              overflowWrap="anywhere"
            >
              {moves ? p.then || 'empty' : ''}
            </Text>
          </Box>
        );
      })}
    </Grid>
  );
}

/** What a test still asks of hands, in order; each is a change of its own, and the core refuses what cannot be yet. */
function Doing({
  job,
  test,
  trouble,
  change,
  readOnly,
}: {
  job: JobView;
  test: Test;
  trouble: Trouble | undefined;
  change: Change;
  readOnly: boolean;
}) {
  const hands = (trouble?.handsLeft.length ?? 0) > 0;
  const way = hands && job.opening.steps.some((s) => !s.done);
  const passes = job.starts.at(-1)?.readout.testPasses ?? 0;
  const tested = (errors: number) =>
    void change({
      type: 'EnterReadout',
      phase: 'AFTER',
      readings: { testPasses: String(Math.max(passes + 1, test.passes)), testErrors: String(errors) },
    });
  if (readOnly) return null;
  return (
    <>
      <Flex gap="2" wrap="wrap" align="center">
        {hands && !way && (
          <Button onClick={() => void change({ type: 'ArrangeForTest' })} data-arrange>
            {test.reseat.length > 0 ? 'Seated once more' : 'The modules are so'}
          </Button>
        )}
        {!hands &&
          test.elsewhere &&
          (
            [
              ['STARTED', 0, 'It runs there, no error'],
              ['STARTED', 1, 'Errors in the test there'],
              ['SILENT', 0, 'It does not start there'],
            ] as const
          ).map(([outcome, errors, words]) => (
            <Button
              key={words}
              variant="outline"
              color="ink"
              onClick={() =>
                void change({
                  type: 'LogElsewhere',
                  key: test.elsewhere!,
                  outcome,
                  passes: outcome === 'STARTED' ? Math.max(1, test.passes) : 0,
                  errors,
                })
              }
            >
              {words}
            </Button>
          ))}
        {test.shape === 'MEMORY_TEST' && (
          <>
            <Button onClick={() => tested(0)}>A pass without errors</Button>
            <Button variant="outline" color="ink" onClick={() => tested(1)}>
              It found errors
            </Button>
          </>
        )}
        {!hands &&
          trouble?.actionsLeft.map((action) => (
            <Button
              key={action}
              variant="outline"
              color="ink"
              onClick={() => void change({ type: 'LogAction', action, note: '' })}
            >
              Done: {words[`log.Acted.${action}`]}
            </Button>
          ))}
      </Flex>
      {way && (
        <Steps
          job={job.id}
          steps={job.opening.steps}
          disabled={readOnly}
          shut={job.openingGates.some((g) => g.severity === 'STOP')}
          change={change}
        />
      )}
    </>
  );
}
