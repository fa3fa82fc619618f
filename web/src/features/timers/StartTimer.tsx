import { Button, Flex, Text } from '@chakra-ui/react';
import { clock, KINDS, type Timer, useStartTimer } from './api';

/** Starts a timer of the usual length for this job. */
export function StartTimer({ job, kind, seconds }: { job: number; kind: Timer['kind']; seconds: number }) {
  const start = useStartTimer(job);
  return (
    <Flex gap="2" align="center" wrap="wrap">
      <Button
        size="sm"
        variant="outline"
        color="ink"
        loading={start.isPending}
        onClick={() => start.mutate({ kind, seconds })}
      >
        Timer: {KINDS[kind]}, {clock(seconds)}
      </Button>
      {start.isError && (
        <Text role="alert" color="stop">
          {start.error.message}
        </Text>
      )}
    </Flex>
  );
}
