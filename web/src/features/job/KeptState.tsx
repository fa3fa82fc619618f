import { useEffect } from 'react';
import { Box, Button, Flex, Text } from '@chakra-ui/react';
import { clock } from '../../parts/times';
import type { JobView } from './api';
import type { ChangeQueue, QueueState } from './queue';
import { words } from '../../api/words';
import { sayAtHand } from '../../parts/Hand';

/** One line, always in sight: whether everything is kept, and since when. */
export function KeptState({ job, state }: { job: JobView; state: QueueState }) {
  const n = state.waiting.length;
  const short = state.kind === 'kept' || (state.kind === 'refused' && n === 0);
  const text =
    state.kind === 'kept' || (state.kind === 'refused' && n === 0)
      ? `all kept, ${clock(job.updatedAt)}, ${job.updatedBy}`
      : state.kind === 'sending' || state.kind === 'refused'
        ? 'keeping …'
        : `${n} ${n === 1 ? 'change waits' : 'changes wait'}`;
  return (
    <Text role="status" fontSize="sm" color="quiet" whiteSpace="nowrap">
      <Box as="span" hideBelow={short ? 'md' : undefined}>
        {text}
      </Box>
      {short && (
        <Box as="span" hideFrom="md">
          ✓ kept
        </Box>
      )}
    </Text>
  );
}

/** What is not kept yet, why, and what can be done about it; what was refused is said where the hand is. */
export function WaitingChanges({ queue, state }: { queue: ChangeQueue; state: QueueState }) {
  const refused = state.kind === 'refused' ? state.message : undefined;
  useEffect(() => {
    if (refused) sayAtHand(refused, queue.dismiss);
  }, [refused, queue]);
  if (state.kind === 'kept' || state.kind === 'sending' || state.kind === 'refused') return null;
  const what = [...new Set(state.waiting.map((w) => words[`event.${w.change.type}`]))].join(', ');
  const stop = state.kind === 'conflict';
  return (
    <Flex
      role="alert"
      bg={stop ? 'stopSoft' : 'riskSoft'}
      color="ink"
      borderLeftWidth="4px"
      borderColor={stop ? 'stop' : 'risk'}
      mt="2"
      px="3"
      py="2"
      gap="3"
      align="center"
      wrap="wrap"
    >
      <Box flex="1" minW="16rem">
        {state.kind === 'away' && (
          <Text>
            <b>The server does not answer.</b> Go on working. Kept in this browser, and sent as soon as it is
            back, also after a reload: {what}.
          </Text>
        )}
        {state.kind === 'held' && (
          <Text>
            <b>{state.message || 'Your sign-in has ended. Sign in again.'}</b> Kept in this browser until
            then: {what}.
          </Text>
        )}
        {state.full && (
          <Text>
            <b>This browser keeps nothing more.</b> Do not close or reload this page before all is sent.
          </Text>
        )}
        {state.kind === 'conflict' && (
          <Text>
            {state.message} <b>Yours, not kept yet: {what}.</b>
          </Text>
        )}
      </Box>
      {(state.kind === 'away' || state.kind === 'held') && (
        <Button size="sm" variant="outline" color="ink" onClick={queue.retry}>
          Try now
        </Button>
      )}
      {state.kind === 'conflict' && (
        <>
          <Button size="sm" onClick={() => void queue.sendOnTop()}>
            Put mine on top
          </Button>
          <Button size="sm" variant="outline" color="ink" onClick={queue.drop}>
            Throw mine away
          </Button>
        </>
      )}
    </Flex>
  );
}
