import { EVERYWHERE, Keys } from '../../parts/keys';
import { Badge, Box, Button, Flex, Grid, Heading, Link, Stack, Table, Text } from '@chakra-ui/react';
import { Link as RouterLink, useParams } from 'react-router';
import { useMachine, useMachineJobs } from './api';

const SOURCE = {
  MAKER: 'Maker',
  CONTROLLER: 'Controller',
  FIRMWARE: 'Firmware',
  REPORTED: 'Reported',
  SELLER: 'Seller',
} as const;
const QUANTITY = { TOTAL: 'total', PER_SLOT: 'per slot', DIE_DENSITY: 'die' } as const;

/** A machine's record as it is known: positions and the way to them, limits with their sources, rates, and its jobs. */
export function MachinePage() {
  const { id = '' } = useParams();
  const machine = useMachine(id);
  const jobs = useMachineJobs(id);
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
  return (
    <Box as="main" p={{ base: '3', md: '5' }} maxW="72rem" mx="auto" width="full">
      <Keys map={EVERYWHERE} />
      <Flex gap="3" align="baseline" wrap="wrap" mb="4">
        <Heading as="h1" size="2xl" flex="1" overflowWrap="anywhere">
          {m.summary.name}
        </Heading>
        <Text color="quiet">
          {m.summary.generation}, {m.channels} {m.channels === 1 ? 'channel' : 'channels'}
          {m.processors.length > 1 && `, ${m.processors.length} processors`}
        </Text>
        <Button asChild size="sm" variant="outline" color="ink">
          <a href={`/api/machines/${encodeURIComponent(id)}/record`} download>
            Export record (JSON)
          </a>
        </Button>
        <Button
          asChild
          size="sm"
          variant="outline"
          color="ink"
          title="A firmware table in the real format, written here: to try Read with"
        >
          <a href={`/api/machines/${encodeURIComponent(id)}/smbios`} download>
            Firmware table to try Read with
          </a>
        </Button>
      </Flex>
      <Grid templateColumns={{ base: '1fr', lg: '3fr 2fr' }} gap="5" alignItems="start">
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
        <Stack gap="5">
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
          <Box as="section" aria-label="Jobs of this machine">
            <Heading as="h2" size="md" mb="2">
              Jobs
            </Heading>
            {(jobs.data ?? []).length === 0 && (
              <Text color="quiet">No such machine has been in the workshop yet.</Text>
            )}
            <Stack as="ul" listStyleType="none" gap="1">
              {(jobs.data ?? []).map((j) => (
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
    </Box>
  );
}
