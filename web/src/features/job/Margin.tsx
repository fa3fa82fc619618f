import { Box, Heading, HStack, Stack, Text } from '@chakra-ui/react';
import { WayPicture } from '../../pictures/WayPicture';
import { Findings } from '../../parts/Findings';
import type { EvidenceView } from './stations/read/api';
import type { JobView } from './api';
import type { StationId } from '../../parts/stations';

const VERDICT: Record<JobView['rules'][number]['verdict'], { mark: string; word: string; color: string }> = {
  SATISFIED: { mark: '✓', word: 'in order', color: 'good' },
  VIOLATED: { mark: '!', word: 'see findings', color: 'risk' },
  UNDECIDED: { mark: '?', word: 'undecided', color: 'info' },
  NOT_APPLICABLE: { mark: '–', word: 'not in question', color: 'quiet' },
};

/** Findings of the layout that concern a station; all of them where the layout itself is judged. */
const CONCERNS: Partial<Record<StationId, RegExp>> = {
  LIMITS: /^LIMIT_/,
  OPEN: /^(EFFORT|NO_)/,
  FIT: /^(FIT|FILL|EFFORT)_/,
};

/** What is to be said at a station, gravest first. */
export function ofStation(
  job: JobView,
  station: StationId,
  evidence: EvidenceView | undefined,
): JobView['findings'] {
  switch (station) {
    case 'TAKE_IN':
      return [];
    case 'READ':
      return [...(evidence?.findings ?? []), ...job.foundFindings];
    case 'PROVE':
      return [...job.proof.missing, ...job.comparison.flatMap((l) => l.findings)];
    case 'HAND_BACK':
      return [];
    default:
      return job.findings.filter((f) => CONCERNS[station]?.test(f.code) ?? true);
  }
}

function verdict(job: JobView, station: StationId): string {
  if (station === 'TAKE_IN')
    return job.quirks.length > 0 ? 'To know of this model' : 'Nothing special of this model is noted.';
  if (station === 'READ') return job.foundVerdict;
  return station === 'PROVE' || station === 'HAND_BACK' ? job.proof.text : job.planVerdict;
}

/** The verdict in a line, then what is to be said; what was checked is folded away. */
export function Margin({
  job,
  station,
  evidence,
}: {
  job: JobView;
  station: StationId;
  evidence: EvidenceView | undefined;
}) {
  const findings = ofStation(job, station, evidence);
  const nothing = findings.length === 0 && (station === 'OPEN' || station === 'FIT');
  const judges = station === 'PLAN' || station === 'LIMITS';
  return (
    <Stack gap="3">
      {!nothing && (
        <Heading as="h2" size="lg" lineHeight="1.2">
          {station === 'READ' && evidence ? evidence.verdict : verdict(job, station)}
        </Heading>
      )}
      {station === 'TAKE_IN' && job.quirks.map((q) => <Text key={q}>{q}</Text>)}
      {station === 'READ' && evidence && <NextLook looks={evidence.looks} />}
      {station === 'OPEN' && <WayIn job={job} />}
      <Findings findings={findings} foldNotes={station !== 'PROVE'} graveElsewhere />
      {judges && <Checked job={job} />}
    </Stack>
  );
}

/** What comes off for this round, drawn. */
function WayIn({ job }: { job: JobView }) {
  const round = job.opening.rounds.find((r) => r.current);
  if (!round) return null;
  return (
    <Box as="section" aria-label="The way in, drawn" hideBelow="sm">
      <Heading as="h2" size="lg" mb="2">
        The way in
      </Heading>
      <WayPicture
        steps={job.opening.steps}
        names={new Map(job.opening.parts.map((p) => [p.id, p.name]))}
        target={round.positions || round.name}
      />
    </Box>
  );
}

/** All points that were looked at, whatever came of them. */
function Checked({ job }: { job: JobView }) {
  const done = job.rules.filter((r) => r.verdict !== 'NOT_APPLICABLE');
  return (
    <Box asChild aria-label="What was checked">
      <details>
        <Box as="summary" cursor="pointer" color="quiet">
          ✓ {done.length} points checked
        </Box>
        <Stack as="ul" gap="0.5" listStyleType="none" mt="1">
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
      </details>
    </Box>
  );
}

function where(look: EvidenceView['looks'][number]): string {
  if (look.kind === 'MANUAL') return 'The manual of this very variant';
  const what = look.labels.join(', ');
  return look.under ? `${what}, under: ${look.under}` : `${what}, open to the eye`;
}

/** A look of one bit leaves half of what is possible, one of two bits a quarter. */
function leaves(look: EvidenceView['looks'][number]): string {
  return `${Math.round(100 / 2 ** look.bits)} %`;
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
      <Text>
        {first.minutes} {first.minutes === 1 ? 'minute' : 'minutes'} to see what is there.
      </Text>
      {others.slice(0, 2).map((l) => (
        <Text key={`${l.kind}-${l.positions.join()}`} color="quiet" mt="1">
          or {where(l)}: {l.minutes} min
        </Text>
      ))}
      <details>
        <Box as="summary" cursor="pointer" fontSize="0.8125rem" color="quiet" mt="1" width="fit-content">
          How much it tells
        </Box>
        <Text fontSize="0.8125rem" color="quiet">
          Of what is possible now, on average {[first, ...others.slice(0, 2)].map(leaves).join(', ')} is left
          after it.
        </Text>
      </details>
    </Box>
  );
}
