import { Box, Stack, Text } from '@chakra-ui/react';
import type { Schemas } from '../api/client';
import { SEVERITY, SeverityMark } from './severity';

type FindingView = Schemas['FindingView'];

/** Findings in order of severity, each with its figures, what to do, and why. */
export function Findings({ findings, empty }: { findings: FindingView[]; empty?: string }) {
  if (findings.length === 0) {
    return empty ? <Text color="quiet">{empty}</Text> : null;
  }
  return (
    <Stack as="ul" gap="2" listStyleType="none" role="list">
      {findings.map((f, i) => (
        <Finding key={`${f.code}-${f.subject}-${i}`} finding={f} />
      ))}
    </Stack>
  );
}

function Finding({ finding: f }: { finding: FindingView }) {
  const s = SEVERITY[f.severity];
  return (
    <Box
      as="li"
      bg={s.soft}
      borderLeftWidth="4px"
      borderColor={s.color}
      borderRadius="sm"
      px="3"
      py="1.5"
      fontSize="0.95rem"
      lineHeight="1.35"
      overflowWrap="anywhere"
      data-code={f.code}
    >
      <SeverityMark severity={f.severity} />
      <Text>{f.text}</Text>
      {f.advice && <Text color="quiet">{f.advice}</Text>}
      <details>
        <Box
          as="summary"
          cursor="pointer"
          fontSize="sm"
          color="quiet"
          textDecoration="underline"
          width="fit-content"
        >
          Why
        </Box>
        {f.why.map((line) => (
          <Text key={line} fontSize="sm" color="quiet">
            {line}
          </Text>
        ))}
      </details>
    </Box>
  );
}
