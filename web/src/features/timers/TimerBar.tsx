import { Box, Button, Flex, Text, VisuallyHidden } from '@chakra-ui/react';
import { Link } from 'react-router';
import { clock, KINDS, left, useNow, usePutAway, useTimers } from './api';

/** What is being waited out on all jobs, on every page; one that has run out says so until it is put away. */
export function TimerBar({ writes }: { writes: boolean }) {
  const query = useTimers();
  const putAway = usePutAway();
  const timers = query.data?.timers ?? [];
  const now = useNow(timers.length > 0);
  if (!query.data || timers.length === 0) return null;
  const shown = timers.map((t) => ({ ...t, rest: left(t, query.data.at, now) }));
  const out = shown.filter((t) => t.rest === 0);
  return (
    <Flex
      as="section"
      aria-label="Timers"
      gap="2"
      wrap="wrap"
      px="4"
      py="1.5"
      bg="panel"
      borderBottomWidth="1px"
      borderColor="line"
    >
      <VisuallyHidden role="alert">
        {out.map((t) => `Job ${t.job}: ${KINDS[t.kind]} is over. `).join('')}
      </VisuallyHidden>
      {shown.map((t) => (
        <Flex
          key={t.id}
          data-timer={t.kind}
          align="center"
          gap="2"
          borderWidth="2px"
          borderColor={t.rest === 0 ? 'good' : 'line'}
          bg={t.rest === 0 ? 'goodSoft' : undefined}
          borderRadius="md"
          px="2"
          py="0.5"
        >
          <Link to={`/jobs/${t.job}`}>
            <Text as="span" fontWeight="600">
              #{t.job}
            </Text>{' '}
            {KINDS[t.kind]}
          </Link>
          <Text as="span" fontFamily="mono" fontWeight="700" aria-hidden={t.rest === 0 ? undefined : true}>
            {t.rest === 0 ? '✓ over' : clock(t.rest)}
          </Text>
          <Box as="span" hideBelow="md" fontSize="sm" color="quiet">
            {t.machine}
          </Box>
          {writes && (
            <Button
              size="2xs"
              variant="outline"
              color="ink"
              minH="1.6rem"
              aria-label={`Put away: ${KINDS[t.kind]} of job ${t.job}`}
              onClick={() => putAway.mutate(t)}
            >
              {t.rest === 0 ? 'Put away' : 'Stop'}
            </Button>
          )}
        </Flex>
      ))}
    </Flex>
  );
}
