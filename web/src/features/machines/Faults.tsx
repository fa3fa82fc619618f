import { Box, Text } from '@chakra-ui/react';
import { ApiProblem } from '../../api/client';

/** Why a record was not taken, with all its faults and where they are. */
export function Faults({ problem }: { problem: Error | null }) {
  if (!problem) return null;
  const faults =
    problem instanceof ApiProblem && Array.isArray(problem.body.faults)
      ? (problem.body.faults as { path: string; fault: string; value: string }[])
      : [];
  return (
    <Box role="alert" color="stop" mt="2">
      <Text>{faults.length > 0 ? 'What does not fit in this record:' : problem.message}</Text>
      {faults.length > 0 && (
        <Box as="ul" ps="5" listStyleType="disc">
          {faults.map((f) => (
            <li key={f.path + f.fault}>
              <b>{f.path}</b> {f.fault} {f.value && `(${f.value})`}
            </li>
          ))}
        </Box>
      )}
    </Box>
  );
}
