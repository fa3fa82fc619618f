import { Badge, Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import type { Schemas } from '../../../../api/client';
import { dayAndClock } from '../../../../parts/times';
import type { Change, JobView } from '../../api';
import { changes } from './differences';
import { Retracting } from './Retracting';

export type Start = JobView['starts'][number];

const OUTCOME: Record<Start['outcome'], { word: string; color: string; soft: string }> = {
  STARTED: { word: '✓ came up', color: 'good', soft: 'goodSoft' },
  SIGNAL: { word: '⬣ a signal', color: 'stop', soft: 'stopSoft' },
  SILENT: { word: '⬣ nothing', color: 'stop', soft: 'stopSoft' },
  NOT_SAID: { word: '? not said', color: 'risk', soft: 'riskSoft' },
};

const MOST_LINES = 3;

/** How it came, every start that happened, in order, and what comes next: a card each, saying what was other than before. */
export function Starts({
  job,
  trouble,
  chosen,
  onChoose,
  change,
  readOnly,
}: {
  job: JobView;
  trouble: Schemas['TroubleView'] | undefined;
  chosen: number | undefined;
  onChoose: (no: number) => void;
  change: Change;
  readOnly: boolean;
}) {
  if (job.starts.length === 0) return null;
  const totals = [job.totalMibBefore, ...job.starts.map((s) => s.totalMib)].filter((t) => t !== undefined);
  // One bar says nothing.
  const most = totals.length > 1 ? Math.max(...totals) : 0;
  const next = trouble?.any ? (trouble.chosen ?? trouble.next[0]) : undefined;
  return (
    <Box as="section" aria-label="Starts">
      <Heading as="h2" size="md" mb="2">
        Starts
      </Heading>
      <Flex
        as="ol"
        gap="2"
        listStyleType="none"
        overflowX="auto"
        pb="1"
        tabIndex={0}
        aria-label="In the order in which they were made"
      >
        <Card title="As it came" dashed={false}>
          <Text fontSize="sm" color="quiet">
            {job.before.firmwareTotal ?? job.before.systemTotal ?? 'total not read'}
          </Text>
          <TotalBar mib={job.totalMibBefore} most={most} />
        </Card>
        {job.starts.map((s, i) => (
          <Card
            key={s.no}
            title={`Start ${s.nth}`}
            no={s.no}
            looked={s.no === chosen}
            onLook={() => onChoose(s.no)}
          >
            <Badge
              bg={OUTCOME[s.outcome].soft}
              color={OUTCOME[s.outcome].color}
              fontSize="sm"
              whiteSpace="normal"
              maxW="full"
            >
              {OUTCOME[s.outcome].word}
              {s.readout.firmwareTotal && `, ${s.readout.firmwareTotal}`}
              {s.minutes !== undefined && `, ${s.minutes} min`}
            </Badge>
            <TotalBar mib={s.totalMib} most={most} />
            <Lines of={changes(s, job.starts[i - 1])} />
            {s.actions.length > 0 && (
              <Text fontSize="sm" overflowWrap="anywhere">
                {s.actions.join('; ')}
              </Text>
            )}
            {s.note && (
              <Text fontSize="sm" overflowWrap="anywhere" lineClamp={2} title={s.note}>
                {s.note}
              </Text>
            )}
            {!s.counts && (
              <Text fontSize="xs" color="quiet">
                another arrangement than now
              </Text>
            )}
          </Card>
        ))}
        {next && (
          <Card title="Next" dashed>
            <Text fontSize="sm">{next.words}</Text>
          </Card>
        )}
      </Flex>
      <Looked job={job} start={job.starts.find((s) => s.no === chosen)} change={change} readOnly={readOnly} />
    </Box>
  );
}

/** What it showed of memory, on one axis with the others; the figure stands beside it in words. */
function TotalBar({ mib, most }: { mib?: number; most: number }) {
  if (!mib || most === 0) return null;
  return (
    <Box my="1" height="0.5rem" bg="line" borderRadius="sm" overflow="hidden" aria-hidden="true">
      <Box height="full" bg="accent" width={`${(100 * mib) / most}%`} />
    </Box>
  );
}

function Lines({ of }: { of: string[] }) {
  return (
    <>
      {of.slice(0, MOST_LINES).map((l) => (
        <Text key={l} fontSize="sm" overflowWrap="anywhere">
          {l}
        </Text>
      ))}
      {of.length > MOST_LINES && (
        <Text fontSize="sm" color="quiet">
          and {of.length - MOST_LINES} more
        </Text>
      )}
    </>
  );
}

function Card({
  title,
  no,
  looked,
  dashed = false,
  onLook,
  children,
}: {
  title: string;
  no?: number;
  looked?: boolean;
  dashed?: boolean;
  onLook?: () => void;
  children: React.ReactNode;
}) {
  return (
    <Box
      as="li"
      flex="0 0 auto"
      width="11.5rem"
      bg="panel"
      borderWidth="2px"
      borderStyle={dashed ? 'dashed' : 'solid'}
      borderColor={looked || dashed ? 'accent' : 'line'}
      borderRadius="md"
      px="2"
      py="1.5"
      data-start={no}
    >
      {onLook ? (
        <Button
          variant="plain"
          color="ink"
          height="auto"
          minH="1.75rem"
          p="0"
          fontWeight="700"
          aria-pressed={looked}
          onClick={onLook}
        >
          {title}
        </Button>
      ) : (
        <Text fontWeight="700" minH="1.75rem">
          {title}
        </Text>
      )}
      {children}
    </Box>
  );
}

/** What can be said of the start that is looked at. */
function Looked({
  job,
  start: s,
  change,
  readOnly,
}: {
  job: JobView;
  start: Start | undefined;
  change: Change;
  readOnly: boolean;
}) {
  if (!s) return null;
  return (
    <Flex gap="2" mt="1" wrap="wrap" align="center">
      <Text fontSize="sm" color="quiet">
        Start {s.nth}: {s.at ? dayAndClock(s.at) : 'time not known'}, {s.by}
      </Text>
      {!readOnly && <Retracting key={s.no} job={job} no={s.no} what={`Start ${s.nth}`} change={change} />}
      {!readOnly && s.outcome === 'STARTED' && !(s.counts && job.chosen) && (
        <Button
          size="xs"
          variant="outline"
          color="ink"
          onClick={() => void change({ type: 'PlanAsStarted', start: s.no, name: `As at start ${s.nth}` })}
        >
          Make this the plan
        </Button>
      )}
    </Flex>
  );
}
