import { Box, Button, Flex, Heading, Stack, Text } from '@chakra-ui/react';
import type { Schemas } from '../../../../api/client';
import type { Change, JobChange, JobView } from '../../api';

type Test = Schemas['TestView'];
type Likely = Schemas['LikelyView'];
type Trouble = Schemas['TroubleView'];

/** Where a hunt stands: what there may be to do, what may be behind it, and the other tests there are. */
export function Hunt({
  trouble: t,
  change,
  readOnly,
}: {
  trouble: Trouble | undefined;
  change: Change;
  readOnly: boolean;
}) {
  if (!t?.any) return null;
  const others = t.next.filter((n) => n.shape !== 'START' && !isChosen(t, n));
  return (
    <Box as="section" aria-label="Start trouble">
      {t.settled && <Text mb="2">Found before: {t.settled}</Text>}
      <Flex gap="8" wrap="wrap" align="start">
        <Bars title="What there is to do" of={t.likely} />
        <Box flex="1" minW="18rem">
          <Heading as="h2" size="md" mb="1">
            {t.chosen ? 'Or another test' : 'Tests, the one that tells most for its minutes first'}
          </Heading>
          <Stack gap="1" role="group" aria-label="Which test">
            {t.chosen && !readOnly && <Drop test={t.chosen} change={change} />}
            {others.map((n) => (
              <Button
                key={n.words}
                size="sm"
                variant={n === others[0] && !t.chosen ? 'solid' : 'outline'}
                color={n === others[0] && !t.chosen ? undefined : 'ink'}
                height="auto"
                py="1.5"
                whiteSpace="normal"
                justifyContent="space-between"
                textAlign="start"
                disabled={readOnly}
                onClick={() => void change(choose(n))}
              >
                <span>{n.words}</span>
                <Text as="span" whiteSpace="nowrap" fontWeight="400">
                  {n.minutes} min
                </Text>
              </Button>
            ))}
          </Stack>
        </Box>
      </Flex>
      <details>
        <Box as="summary" cursor="pointer" mt="2">
          What may be behind it
        </Box>
        <Bars title="" of={t.because} />
      </details>
    </Box>
  );
}

/** A test that is proposed, as the change that takes it on. */
export function choose(test: Test): JobChange {
  return {
    type: 'ChooseTest',
    shape: test.shape,
    fill: test.fill,
    reseat: test.reseat,
    actions: test.actions,
    passes: test.passes,
    elsewhere: test.elsewhere,
    take: test.take,
  };
}

function isChosen(t: Trouble, n: Test): boolean {
  return t.chosen !== undefined && t.chosen.shape === n.shape && t.chosen.words === n.words;
}

function Drop({ test, change }: { test: Test; change: Change }) {
  return (
    <Button
      size="sm"
      variant="ghost"
      color="ink"
      alignSelf="start"
      onClick={() => void change({ type: 'DropTest' })}
      aria-label={`Leave this test: ${test.words}`}
    >
      Leave this test
    </Button>
  );
}

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
      {title && (
        <Heading as="h2" size="md" mb="1">
          {title}
        </Heading>
      )}
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
