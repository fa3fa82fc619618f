import { Button, Flex, Heading, Text } from '@chakra-ui/react';
import { Hint } from '../../parts/Bar';
import { STATIONS } from '../../parts/stations';
import type { EvidenceView } from './stations/read/api';
import type { Schemas } from '../../api/client';
import type { JobChange, JobView } from './api';
import { choose } from './stations/prove/Hunt';

export type Leading = { text: string; change?: JobChange; to?: string };

/** The one thing that comes next at a station, as a change or a place to go; undefined where hands, eyes or words are wanted. */
export function leading(
  job: JobView,
  station: string,
  evidence: EvidenceView | undefined,
  trouble?: Schemas['TroubleView'],
): Leading | undefined {
  // Two modules in one position are settled by a word first; what is taken over then is one of them.
  if (station === 'READ' && evidence && evidence.conflicts.length > 0) return undefined;
  if (station === 'READ' && evidence?.acceptable)
    return { text: 'Take over what the sources say', change: { type: 'AcceptReading' } };
  const next = job.trail.find((l) => l.station === station)?.next;
  if (!next) return undefined;
  switch (next.what) {
    case 'GO':
      return { text: next.text, to: STATIONS.find((s) => s.id === next.id)?.path };
    case 'ANSWER_AS_USUAL':
      return { text: next.text, change: { type: 'AnswerAsUsual' } };
    case 'CHOOSE_PLAN':
      return { text: next.text, change: { type: 'ChoosePlan', chosen: true } };
    case 'TICK':
      return { text: next.text, change: { type: 'TickStep', step: next.id, done: true } };
    case 'TICK_ALL':
      return { text: next.text, change: { type: 'TickSteps', steps: next.id.split(',') } };
    case 'CHOOSE_TEST':
      return hunting(trouble, next.text);
    case 'WORK':
      return {
        text: next.text,
        change: {
          type: 'CompanionWork',
          extra: next.id as JobView['opening']['companions'][number]['extra'],
          phase: 'DONE',
          note: '',
        },
      };
    case 'ARRANGE':
      return { text: next.text, change: { type: 'ArrangeForTest' } };
    case 'ACT':
      return {
        text: next.text,
        change: {
          type: 'LogAction',
          action: next.id as Schemas['TroubleView']['actionsLeft'][number],
          note: '',
        },
      };
    // A module is confirmed where it is fitted: with its tag, its key and its latches in sight.
    default:
      return undefined;
  }
}

/** The test that is most worth its minutes, or the end of the hunt; what was done meanwhile is switched on first. */
function hunting(trouble: Schemas['TroubleView'] | undefined, text: string): Leading | undefined {
  if (!trouble) return undefined;
  if (trouble.state === 'CONFIRMED')
    return { text: 'Write down what it was', change: { type: 'SettleFault', name: 'As it started' } };
  const test = trouble.next[0];
  return test && test.shape !== 'START' ? { text, change: choose(test) } : undefined;
}

/** What is missing at a station. What is handed in and not taken over yet is known of, so that nothing is said to be silent of it. */
export function missingAt(job: JobView, station: string, evidence: EvidenceView | undefined): string[] {
  const missing = job.trail.find((l) => l.station === station)?.missing ?? [];
  if (station !== 'READ' || !evidence) return missing;
  if (evidence.conflicts.length > 0)
    return evidence.conflicts.map((c) => `two different modules in ${c.label}: say below which it is`);
  return evidence.acceptable ? ['what the sources say is not taken over yet'] : missing;
}

/** What is missing, as one sentence. */
export function sentence(missing: string[]): string {
  const all = missing.join('; ');
  return `${all.charAt(0).toUpperCase()}${all.slice(1)}.`;
}

/** What is missing here, and what comes next, always in the same place; Enter takes it. */
export function LeadLine({
  job,
  station,
  evidence,
  lead,
  readOnly,
  onTake,
}: {
  job: JobView;
  station: string;
  evidence: EvidenceView | undefined;
  lead: Leading | undefined;
  readOnly: boolean;
  onTake: () => void;
}) {
  const leg = job.trail.find((l) => l.station === station);
  const name = STATIONS.find((s) => s.id === station)?.name ?? '';
  const missing = missingAt(job, station, evidence);
  return (
    <Flex
      as="section"
      aria-label="What comes next"
      bg={leg?.status === 'BLOCKED' ? 'stopSoft' : 'accentSoft'}
      px="4"
      py="1.5"
      gap="3"
      minH="48px"
      align="center"
      wrap={{ base: 'wrap', md: 'nowrap' }}
    >
      <Heading as="h1" size="md" whiteSpace="nowrap">
        {name}
      </Heading>
      <Text flex="1" minW={{ base: '12rem', md: '0' }} lineHeight="1.3">
        {job.closed ? 'Handed back.' : missing.length === 0 ? 'Nothing is missing here.' : sentence(missing)}
        {leg?.next.means && (
          <Text as="span" color="quiet">
            {' '}
            {leg.next.means}
          </Text>
        )}
      </Text>
      {lead && !(readOnly && lead.change) && (
        <Button size="sm" minH="2.25rem" flexShrink="0" onClick={onTake}>
          {lead.text} <Hint>Enter</Hint>
        </Button>
      )}
    </Flex>
  );
}
