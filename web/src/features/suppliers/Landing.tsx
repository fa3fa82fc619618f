import { Box, Button, Flex, Text } from '@chakra-ui/react';
import type { Schemas } from '../../api/client';

export type Progress = Schemas['ProgressView'];

export function Landing({ progress: p, onCancel }: { progress: Progress; onCancel: () => void }) {
  const words = {
    RUNNING: `Reading: ${p.done} of ${p.lines} lines`,
    DONE: `${p.landed} of ${p.lines} lines landed and count now`,
    CANCELLED: 'Cancelled; the sheet before still counts',
    FAILED: p.why,
  }[p.state];
  return (
    <Box mt="2" role="status">
      <Flex gap="3" align="center">
        <Text flex="1" fontWeight="600">
          {words}
          {p.badLines > 0 && `, ${p.badLines} could not be read`}.
        </Text>
        {p.state === 'RUNNING' && (
          <Button size="xs" variant="outline" color="ink" onClick={onCancel}>
            Cancel
          </Button>
        )}
      </Flex>
      {p.state === 'RUNNING' && (
        <Box bg="line" height="6px" borderRadius="sm">
          <Box
            bg="accent"
            height="6px"
            borderRadius="sm"
            width={`${(100 * p.done) / Math.max(1, p.lines)}%`}
          />
        </Box>
      )}
      {p.bad.length > 0 && (
        <Box
          as="ul"
          maxH="12rem"
          overflowY="auto"
          listStyleType="none"
          tabIndex={0}
          aria-label="Lines that were not taken"
        >
          {p.bad.map((b) => (
            <Text as="li" key={b.no} fontSize="sm">
              Line {b.no}: {b.why}
            </Text>
          ))}
        </Box>
      )}
    </Box>
  );
}
