import { Box, Stack, Text } from '@chakra-ui/react';
import type { Schemas } from '../api/client';
import { SEVERITY, SeverityMark } from './severity';

type FindingView = Schemas['FindingView'];

/** Places of one cause that are told unopened. */
const MOST_PLACES = 3;

type Props = {
  findings: FindingView[];
  empty?: string;
  /** Notes are folded into one line. */
  foldNotes?: boolean;
  /** On narrow screens what is grave stands above the work and is not said twice. */
  graveElsewhere?: boolean;
};

/** Whether it is known before the work, not after it. */
export function isGrave(f: FindingView): boolean {
  return f.severity === 'STOP' || f.severity === 'RISK';
}

/** Findings in order of severity: a headline, one quiet line, opened for what to do and why. */
export function Findings({ findings, empty, foldNotes, graveElsewhere }: Props) {
  if (findings.length === 0) {
    return empty ? <Text color="quiet">{empty}</Text> : null;
  }
  const notes = foldNotes ? findings.filter((f) => f.severity === 'NOTE') : [];
  const shown = findings.filter((f) => !notes.includes(f));
  const list = (of: FindingView[]) => (
    <Stack as="ul" gap="2" listStyleType="none" role="list">
      {causes(of).map((same) => (
        <Finding
          key={same.map((f) => `${f.code}-${f.subject}`).join()}
          same={same}
          wideOnly={graveElsewhere === true && isGrave(same[0])}
        />
      ))}
    </Stack>
  );
  return (
    <Stack gap="2">
      {shown.length > 0 && list(shown)}
      {notes.length > 0 && (
        <details>
          <Box as="summary" cursor="pointer" color="quiet" mb="2">
            {notes.length === 1 ? 'One note' : `${notes.length} notes`}
          </Box>
          {list(notes)}
        </details>
      )}
    </Stack>
  );
}

/** What is the same thing at several places stands together, where the first of it stands. */
export function causes(findings: FindingView[]): FindingView[][] {
  const groups = new Map<string, FindingView[]>();
  for (const f of findings) {
    const cause = `${f.code} ${f.severity} ${f.head} ${f.advice}`;
    groups.set(cause, [...(groups.get(cause) ?? []), f]);
  }
  return [...groups.values()];
}

/** One cause, at one place or several. */
function Finding({ same, wideOnly }: { same: FindingView[]; wideOnly: boolean }) {
  const f = same[0];
  const s = SEVERITY[f.severity];
  const [told, rest] =
    same.length > MOST_PLACES ? [same.slice(0, MOST_PLACES - 1), same.slice(MOST_PLACES - 1)] : [same, []];
  return (
    <Box
      as="li"
      hideBelow={wideOnly ? 'xl' : undefined}
      bg={s.soft}
      borderLeftWidth="4px"
      borderColor={s.color}
      borderRadius="sm"
      px="3"
      py="1.5"
      lineHeight="1.35"
      overflowWrap="anywhere"
      data-code={f.code}
    >
      <details>
        <Box as="summary" cursor="pointer" listStyleType="none">
          <SeverityMark severity={f.severity} />
          {f.head && (
            <Text as="span" fontWeight="700" ms="1.5">
              {f.head}
              {same.length > 1 && ` (${same.length}\u00d7)`}
            </Text>
          )}
          {told.map((x, i) => (
            <Text
              // biome-ignore lint/suspicious/noArrayIndexKey: two may say the same
              key={i}
              as="span"
              display="block"
              color={f.head ? 'quiet' : undefined}
              fontSize={f.head ? 'sm' : undefined}
            >
              {x.text}
            </Text>
          ))}
          {rest.length > 0 && (
            <Text as="span" display="block" color="quiet" fontSize="sm">
              and {rest.length} more
            </Text>
          )}
        </Box>
        {rest.map((x, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: two may say the same
          <Text key={i} fontSize="sm" color="quiet">
            {x.text}
          </Text>
        ))}
        {f.advice && <Text mt="1">{f.advice}</Text>}
        {[...new Set(same.flatMap((x) => x.why))].map((line) => (
          <Text key={line} fontSize="sm" color="quiet">
            {line}
          </Text>
        ))}
      </details>
    </Box>
  );
}
