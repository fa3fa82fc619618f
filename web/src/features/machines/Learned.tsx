import { Box, Button, Flex, Heading, Link, Stack, Table, Text } from '@chakra-ui/react';
import { Link as RouterLink } from 'react-router';
import type { Schemas } from '../../api/client';
import { useKeepLearned, useLearned } from './api';

type Learned = Schemas['LearnedView'];

const OUTCOME: Record<Learned['tried'][number]['outcome'], { word: string; color: string }> = {
  PROVEN: { word: '✓ proven', color: 'good' },
  PART_PROVEN: { word: '◐ part proven', color: 'info' },
  FAILED: { word: '⬣ failed', color: 'stop' },
};

const WHAT: Record<string, string> = { OFF: 'off', ON: 'back on', FIRST_START: '' };

/** What this shop learned of a model: what ran and what did not, how long hands took, codes, faults. */
export function LearnedSection({ id, writes }: { id: string; writes: boolean }) {
  const learned = useLearned(id);
  const keep = useKeepLearned(id);
  const l = learned.data;
  if (!l) return null;
  const sound = l.toKeep.filter((k) => !k.clash).map((k) => k.key);
  const empty = l.tried.length + l.times.length + l.faults.length + l.toKeep.length === 0;
  return (
    <Box as="section" aria-label="What this shop learned" id="learned" mt="6" scrollMarginTop="4.5rem">
      <Heading as="h2" size="md" mb="1">
        What this shop learned
      </Heading>
      <Text color="quiet" mb="2">
        {empty
          ? 'Nothing yet. A job that is handed back adds what was proven, what failed and why, and how long hands took.'
          : `From ${l.jobs} ${l.jobs === 1 ? 'job' : 'jobs'} handed back; of several figures the middle one.`}
      </Text>
      <Stack gap="4">
        {l.tried.length > 0 && (
          <Box overflowX="auto">
            <Table.Root size="sm">
              <Table.Header>
                <Table.Row bg="panel">
                  <Table.ColumnHeader>Tried</Table.ColumnHeader>
                  <Table.ColumnHeader>How it went</Table.ColumnHeader>
                  <Table.ColumnHeader>When</Table.ColumnHeader>
                </Table.Row>
              </Table.Header>
              <Table.Body>
                {l.tried.map((t) => (
                  <Table.Row key={`${t.layout} ${t.when} ${t.job} ${t.outcome}`} bg="panel">
                    <Table.Cell overflowWrap="anywhere">{t.layout}</Table.Cell>
                    <Table.Cell color={OUTCOME[t.outcome].color} fontWeight="600">
                      {OUTCOME[t.outcome].word}
                      {t.cause && `: ${t.cause}`}
                    </Table.Cell>
                    <Table.Cell whiteSpace="nowrap">
                      {t.when}
                      {t.job !== undefined && (
                        <>
                          {' '}
                          <Link asChild color="accent" textDecoration="underline">
                            <RouterLink to={`/jobs/${t.job}/prove`}>#{t.job}</RouterLink>
                          </Link>
                        </>
                      )}
                    </Table.Cell>
                  </Table.Row>
                ))}
              </Table.Body>
            </Table.Root>
          </Box>
        )}
        {l.times.length > 0 && (
          <Box overflowX="auto">
            <Table.Root size="sm">
              <Table.Header>
                <Table.Row bg="panel">
                  <Table.ColumnHeader>What hands took</Table.ColumnHeader>
                  <Table.ColumnHeader textAlign="end">Seconds</Table.ColumnHeader>
                  <Table.ColumnHeader textAlign="end">Jobs</Table.ColumnHeader>
                  <Table.ColumnHeader textAlign="end">In the record</Table.ColumnHeader>
                </Table.Row>
              </Table.Header>
              <Table.Body>
                {l.times.map((t) => (
                  <Table.Row key={`${t.name} ${t.what}`} bg="panel">
                    <Table.Cell>
                      {t.name} {WHAT[t.what]}
                    </Table.Cell>
                    <Table.Cell textAlign="end">{t.seconds}</Table.Cell>
                    <Table.Cell textAlign="end">{t.n}</Table.Cell>
                    <Table.Cell textAlign="end">{t.record || 'not known'}</Table.Cell>
                  </Table.Row>
                ))}
              </Table.Body>
            </Table.Root>
          </Box>
        )}
        {l.signals.length > 0 && <Text>Codes that were seen: {l.signals.join('; ')}</Text>}
        {l.faults.length > 0 && <Text>Found wrong: {l.faults.join('; ')}</Text>}
        {writes && l.toKeep.length > 0 && (
          <Box as="section" aria-label="Not in the record yet">
            <Flex gap="3" align="center" wrap="wrap" mb="1">
              <Heading as="h3" size="sm">
                Not in the record yet
              </Heading>
              <Button
                size="sm"
                loading={keep.isPending}
                disabled={sound.length === 0}
                onClick={() => keep.mutate(sound)}
              >
                Keep all of it in the record ({sound.length})
              </Button>
            </Flex>
            <Box as="ul" listStyleType="none">
              {l.toKeep.map((k) => (
                <Flex as="li" key={k.key} gap="3" align="center" py="0.5">
                  <Text flex="1" maxW="34rem" overflowWrap="anywhere">
                    {k.text}
                    {k.clash && (
                      <Text as="span" display="block" color="risk">
                        ▲ The record says otherwise, so it is mended there first: {k.clash}
                      </Text>
                    )}
                  </Text>
                  <Button
                    size="xs"
                    variant="outline"
                    color="ink"
                    aria-label={`Keep: ${k.text}`}
                    disabled={keep.isPending || k.clash !== undefined}
                    onClick={() => keep.mutate([k.key])}
                  >
                    Keep
                  </Button>
                </Flex>
              ))}
            </Box>
          </Box>
        )}
        {keep.isError && (
          <Text role="alert" color="stop">
            {keep.error.message}
          </Text>
        )}
        {keep.isSuccess && (
          <Text role="status" color="good">
            ✓ In the record; the next job of this model shows it.
          </Text>
        )}
      </Stack>
    </Box>
  );
}
