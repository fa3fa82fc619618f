import { Badge, Box, Button, Flex, Grid, Heading, Link, Stack, Table, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { Link as RouterLink, useParams } from 'react-router';
import { EVERYWHERE, Keys } from '../../parts/keys';
import { MemoryPicture } from '../../pictures/MemoryPicture';
import { longest } from '../../pictures/memoryModel';
import type { Account } from '../session';
import { useMachine, useMachineJobs, useMachinePicture, useVersions } from './api';
import { ModelPhotos } from '../../parts/ModelPhotos';
import { LearnedSection } from './Learned';

import { CopyForm, EditQuick, RecordActions } from './RecordActions';

const SOURCE = {
  MAKER: 'Maker',
  CONTROLLER: 'Controller',
  FIRMWARE: 'Firmware',
  REPORTED: 'Reported',
  SELLER: 'Seller',
} as const;
const QUANTITY = {
  TOTAL: 'total',
  PER_SLOT: 'per slot',
  DIE_DENSITY: 'die',
  RANKS_PER_CHANNEL: 'ranks in a channel',
  DATA_RATE: 'rate',
} as const;

/** A machine's record as it is known: its memory and the way to it, what is not known, limits with their sources, rates, and its jobs. */
export function MachinePage({ account }: { account: Account }) {
  const { id = '' } = useParams();
  const machine = useMachine(id);
  const jobs = useMachineJobs(id);
  const picture = useMachinePicture(id, machine.data?.summary.version);
  const versions = useVersions(id, machine.data?.summary.version);
  const [doing, setDoing] = useState<'edit' | 'copy'>();
  if (machine.isPending) return <Text p="6">One moment …</Text>;
  if (!machine.data) {
    return (
      <Box as="main" p="6" role="alert">
        <Heading size="md">This record cannot be shown</Heading>
        <Text>{machine.error?.message}</Text>
        <Link asChild mt="3" color="accent" textDecoration="underline">
          <RouterLink to="/machines">All machine records</RouterLink>
        </Link>
      </Box>
    );
  }
  const m = machine.data;
  const writes = account.role !== 'DESK';
  return (
    <Box as="main" p={{ base: '3', md: '5' }} maxW="76rem" mx="auto" width="full">
      <Keys map={EVERYWHERE} />
      <Flex gap="3" align="center" wrap="wrap" mb="2">
        <Heading as="h1" size="2xl" overflowWrap="anywhere">
          {m.summary.name}
        </Heading>
        <Text color="quiet" flex="1">
          {m.summary.retired && 'retired, '}
          {m.summary.generation}, {m.channels} {m.channels === 1 ? 'channel' : 'channels'}
          {m.processors.length > 1 && `, ${m.processors.length} processors`}
        </Text>
        {writes && !m.summary.retired && (
          <Button asChild>
            <RouterLink to={`/jobs?take=${encodeURIComponent(id)}`}>Take one in</RouterLink>
          </Button>
        )}
      </Flex>
      {m.summary.quirks.length > 0 && <Text mb="3">{m.summary.quirks.join(' ')}</Text>}
      <RecordActions id={id} machine={m} writes={writes} onDo={setDoing} />
      {doing === 'edit' && <EditQuick id={id} onClose={() => setDoing(undefined)} />}
      {doing === 'copy' && <CopyForm id={id} machine={m} onClose={() => setDoing(undefined)} />}
      <Grid templateColumns={{ base: '1fr', lg: '3fr 2fr' }} gap="5" alignItems="start">
        <Stack gap="4" minW="0">
          {picture.data && (
            <Box>
              <MemoryPicture
                picture={picture.data}
                most={longest(picture.data)}
                name={`Memory of ${m.summary.name}`}
                unread="socket"
              />
            </Box>
          )}
          <Box as="section" aria-label="Positions" overflowX="auto">
            <Heading as="h2" size="md" mb="2">
              Positions
            </Heading>
            <Table.Root size="sm">
              <Table.Header>
                <Table.Row bg="panel">
                  <Table.ColumnHeader>Position</Table.ColumnHeader>
                  <Table.ColumnHeader>Channel</Table.ColumnHeader>
                  <Table.ColumnHeader>What is there</Table.ColumnHeader>
                  <Table.ColumnHeader>Under</Table.ColumnHeader>
                  <Table.ColumnHeader textAlign="end">Minutes</Table.ColumnHeader>
                </Table.Row>
              </Table.Header>
              <Table.Body>
                {m.positions.map((p) => (
                  <Table.Row key={p.id} bg="panel">
                    <Table.Cell fontWeight="600">{p.label}</Table.Cell>
                    <Table.Cell>{p.channels.join(', ')}</Table.Cell>
                    <Table.Cell>
                      {p.soldered ? `${p.soldered}, soldered` : `${p.formFactor.replace('_', '-')} socket`}
                    </Table.Cell>
                    <Table.Cell>{p.soldered ? '–' : p.lids.join(', ') || 'the shell only'}</Table.Cell>
                    <Table.Cell textAlign="end">{p.soldered ? '–' : p.minutes}</Table.Cell>
                  </Table.Row>
                ))}
              </Table.Body>
            </Table.Root>
          </Box>
        </Stack>
        <Stack gap="5">
          {m.gaps.length > 0 && (
            <Box as="section" aria-label="What this record does not know">
              <Heading as="h2" size="md" mb="2">
                Not known
              </Heading>
              <Stack as="ul" listStyleType="none" gap="1">
                {m.gaps.map((g) => (
                  <li key={g.gap}>{g.text}</li>
                ))}
              </Stack>
            </Box>
          )}
          <Box as="section" aria-label="Limits">
            <Heading as="h2" size="md" mb="2">
              Limits
            </Heading>
            {m.limits.length === 0 && <Text color="quiet">Nobody's word about a limit is noted.</Text>}
            <Stack as="ul" listStyleType="none" gap="1">
              {m.limits.map((l) => (
                <li key={`${l.source}${l.quantity}${l.value}${l.where}`}>
                  <b>{l.value}</b> {QUANTITY[l.quantity]}, {SOURCE[l.source]}{' '}
                  <Badge bg={l.hard ? 'stopSoft' : 'infoSoft'} color={l.hard ? 'stop' : 'info'}>
                    {l.hard ? 'hard' : 'soft'}
                  </Badge>
                  <Text as="span" color="quiet" fontSize="sm">
                    {' '}
                    {l.where}
                  </Text>
                </li>
              ))}
            </Stack>
          </Box>
          <Box as="section" aria-label="Rates">
            <Heading as="h2" size="md" mb="2">
              Rates
            </Heading>
            <Text>Steps: {m.steps.join(', ')}</Text>
            {m.rates.length === 0 ? (
              <Text color="quiet">No table of rates yet, so the rate of a plan stays undecided.</Text>
            ) : null}
            <Box as="ol" ps="5" listStyleType="decimal">
              {m.rates.map((r) => (
                <li key={r}>{r}</li>
              ))}
            </Box>
            {m.otherControllers.length > 0 && (
              <Text mt="1">With another processor: {m.otherControllers.join('; ')}</Text>
            )}
          </Box>
          {m.start.length > 0 && (
            <Box as="section" aria-label="First start">
              <Heading as="h2" size="md" mb="2">
                First start
              </Heading>
              <Box as="ul" ps="5" listStyleType="disc">
                {m.start.map((s) => (
                  <li key={s}>{s}</li>
                ))}
              </Box>
            </Box>
          )}
          {versions.data && versions.data.length > 1 && (
            <Box as="section" aria-label="Versions">
              <Heading as="h2" size="md" mb="2">
                Versions
              </Heading>
              <Stack as="ul" listStyleType="none" gap="1">
                {versions.data.map((v) => (
                  <li key={v.version}>
                    {v.version}
                    {v.at && `, ${new Date(`${v.at}Z`).toLocaleDateString()}`}
                    {v.by && `, ${v.by}`}
                  </li>
                ))}
              </Stack>
              <Text fontSize="sm" color="quiet">
                A job goes on with the version it was taken in with.
              </Text>
            </Box>
          )}
          <Box as="section" aria-label="Jobs of this machine">
            <Heading as="h2" size="md" mb="2">
              Jobs
            </Heading>
            {(jobs.data?.jobs ?? []).length === 0 && (
              <Text color="quiet">No such machine has been in the workshop yet.</Text>
            )}
            <Stack as="ul" listStyleType="none" gap="1">
              {(jobs.data?.jobs ?? []).map((j) => (
                <li key={j.id}>
                  <Link asChild color="accent" textDecoration="underline">
                    <RouterLink to={`/jobs/${j.id}`}>
                      #{j.id} {j.owner}
                    </RouterLink>
                  </Link>
                  {j.closed && ' (handed back)'}
                </li>
              ))}
            </Stack>
          </Box>
        </Stack>
      </Grid>
      <Box mt="6">
        <ModelPhotos machine={id} parts={[]} writes={writes} />
      </Box>
      <LearnedSection id={id} writes={writes} />
    </Box>
  );
}
