import { Box, Heading, HStack, Stack, Text } from '@chakra-ui/react';
import { Findings } from '../../parts/Findings';
import { type EvidenceView, type JobView, useEvidence } from './api';
import type { StationId } from '../../parts/stations';

const VERDICT: Record<JobView['rules'][number]['verdict'], { mark: string; word: string; color: string }> = {
  SATISFIED: { mark: '✓', word: 'in order', color: 'good' },
  VIOLATED: { mark: '!', word: 'see findings', color: 'risk' },
  UNDECIDED: { mark: '?', word: 'undecided', color: 'info' },
  NOT_APPLICABLE: { mark: '–', word: 'not in question', color: 'quiet' },
};

/** What is to be said at this station, gravest first; and what was checked. */
export function Margin({ job, station }: { job: JobView; station: StationId }) {
  const early = station === 'TAKE_IN' || station === 'READ';
  const evidence = useEvidence(job.id, job.version, station === 'READ').data;
  const findings = early
    ? job.foundFindings
    : station === 'PROVE'
      ? job.comparison.flatMap((l) => l.findings)
      : job.findings;
  const title = early ? 'As found' : station === 'PROVE' ? 'Expected against found' : 'The plan';
  return (
    <Stack gap="4">
      {station === 'READ' && evidence && <NextLook looks={evidence.looks} />}
      {station === 'READ' && evidence && evidence.findings.length > 0 && (
        <Box as="section" aria-label="What the sources say">
          <Heading as="h2" size="md" mb="2">
            What the sources say
          </Heading>
          <Findings findings={evidence.findings} />
        </Box>
      )}
      <Box as="section" aria-label={title}>
        <Heading as="h2" size="md" mb="2">
          {title}
        </Heading>
        <Findings findings={findings} empty="Nothing to say." />
      </Box>
      {!early && station !== 'PROVE' && station !== 'HAND_BACK' && (
        <Box as="section" aria-label="What was checked">
          <Heading as="h2" size="md" mb="2">
            What was checked
          </Heading>
          <Stack as="ul" gap="0.5" listStyleType="none">
            {job.rules.map((r) => (
              <HStack as="li" key={r.rule} gap="2" align="baseline">
                <Text
                  color={VERDICT[r.verdict].color}
                  fontWeight="700"
                  width="1.2em"
                  textAlign="center"
                  aria-hidden="true"
                >
                  {VERDICT[r.verdict].mark}
                </Text>
                <Text flex="1">{r.name}</Text>
                <Text fontSize="sm" color="quiet">
                  {VERDICT[r.verdict].word}
                </Text>
              </HStack>
            ))}
          </Stack>
        </Box>
      )}
    </Stack>
  );
}

function where(look: EvidenceView['looks'][number]): string {
  if (look.kind === 'MANUAL') return 'The manual of this very variant';
  return look.under ? `Under: ${look.under}` : 'Open to the eye';
}

/** The one look that tells most for its minutes, with two others beside it. */
function NextLook({ looks }: { looks: EvidenceView['looks'] }) {
  if (looks.length === 0) return null;
  const [first, ...others] = looks;
  return (
    <Box
      as="section"
      aria-label="The next look"
      bg="accentSoft"
      borderRadius="md"
      borderWidth="1px"
      borderColor="accent"
      p="3"
    >
      <Heading as="h2" size="md" mb="1">
        The next look
      </Heading>
      <Text fontWeight="700">{where(first)}</Text>
      {first.kind === 'EYE' && <Text>{first.labels.join(', ')}</Text>}
      <Text fontSize="sm">
        {first.minutes} {first.minutes === 1 ? 'minute' : 'minutes'}, tells {first.bits.toFixed(2)} bits
      </Text>
      {others.slice(0, 2).map((l) => (
        <Text key={`${l.kind}-${l.positions.join()}`} fontSize="sm" color="quiet" mt="1">
          or {where(l)}: {l.minutes} min, {l.bits.toFixed(2)} bits
        </Text>
      ))}
    </Box>
  );
}
