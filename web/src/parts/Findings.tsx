import { Box, Stack, Text } from '@chakra-ui/react';
import type { Schemas } from '../api/client';
import { SEVERITY, SeverityMark } from './severity';

type FindingView = Schemas['FindingView'];

type Props = {
  findings: FindingView[];
  empty?: string;
  /** Notes are folded into one line. */
  foldNotes?: boolean;
  /** On narrow screens stops stand above the work and are not said twice. */
  stopsElsewhere?: boolean;
};

/** Findings in order of severity: a headline, one quiet line, opened for what to do and why. */
export function Findings({ findings, empty, foldNotes, stopsElsewhere }: Props) {
  if (findings.length === 0) {
    return empty ? <Text color="quiet">{empty}</Text> : null;
  }
  const notes = foldNotes ? findings.filter((f) => f.severity === 'NOTE') : [];
  const shown = findings.filter((f) => !notes.includes(f));
  const list = (of: FindingView[]) => (
    <Stack as="ul" gap="2" listStyleType="none" role="list">
      {of.map((f, i) => (
        <Finding
          key={`${f.code}-${f.subject}-${i}`}
          finding={f}
          wideOnly={stopsElsewhere === true && f.severity === 'STOP'}
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

function Finding({ finding: f, wideOnly }: { finding: FindingView; wideOnly: boolean }) {
  const s = SEVERITY[f.severity];
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
            </Text>
          )}
          <Text
            as="span"
            display="block"
            color={f.head ? 'quiet' : undefined}
            fontSize={f.head ? 'sm' : undefined}
          >
            {f.text}
          </Text>
        </Box>
        {f.advice && <Text mt="1">{f.advice}</Text>}
        {f.why.map((line) => (
          <Text key={line} fontSize="sm" color="quiet">
            {line}
          </Text>
        ))}
      </details>
    </Box>
  );
}
