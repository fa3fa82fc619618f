import { Box, Button, Heading, SimpleGrid, Stack, Table, Text } from '@chakra-ui/react';
import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { api, type Schemas } from '../../api/client';
import { EVERYWHERE, Keys } from '../../parts/keys';
import { dayAndClock } from '../../parts/times';
import { DueContacts } from './DueContacts';
import { OwnerData } from './OwnerData';

type Kind = Schemas['Entry']['kind'];

const KINDS: Record<Kind, string> = {
  SIGNED_IN: 'signed in',
  SIGN_IN_FAILED: 'was not let in',
  SIGNED_OUT: 'signed out',
  ACCOUNT_MADE: 'account made',
  ROLE_CHANGED: 'role changed',
  PASSWORD_CHANGED: 'password changed',
  ACCOUNT_SHUT: 'account shut',
  ACCOUNT_OPENED: 'account opened again',
  OWNER_ERASED: 'an owner’s jobs erased',
  CONTACTS_ERASED: 'contacts erased',
};

const DAY = 24 * 3600 * 1000;

/** How the installation is, and who came in; only the lead comes here. */
export function UpkeepPage() {
  const upkeep = useQuery({
    queryKey: ['upkeep'],
    queryFn: () => api.get<Schemas['Upkeep']>('/api/upkeep'),
    refetchInterval: 30_000,
  });
  const access = useInfiniteQuery({
    queryKey: ['access'],
    queryFn: ({ pageParam }) =>
      api.get<Schemas['AccessPage']>(`/api/accounts/access${pageParam ? `?before=${pageParam}` : ''}`),
    initialPageParam: 0,
    getNextPageParam: (last) => last.next,
  });
  const entries = access.data?.pages.flatMap((p) => p.entries) ?? [];
  const failed = upkeep.error ?? access.error;
  return (
    <Box as="main" p={{ base: '3', md: '5' }} maxW="64rem" mx="auto" width="full">
      <Keys map={EVERYWHERE} />
      <Heading as="h1" size="2xl" mb="4">
        Upkeep
      </Heading>
      {failed && (
        <Text role="alert" color="stop" mb="3">
          {failed.message}
        </Text>
      )}
      {upkeep.data && <State of={upkeep.data} />}
      <OwnerData />
      <DueContacts />
      <Heading as="h2" size="md" mt="6" mb="2">
        Who came in, and what became of accounts
      </Heading>
      <Box overflowX="auto" bg="panel" borderWidth="1px" borderColor="line" borderRadius="md">
        <Table.Root size="sm">
          <Table.Header>
            <Table.Row bg="panel">
              {['When', 'What', 'Account', 'By', 'From'].map((h) => (
                <Table.ColumnHeader key={h} color="ink">
                  {h}
                </Table.ColumnHeader>
              ))}
            </Table.Row>
          </Table.Header>
          <Table.Body>
            {entries.map((e) => (
              <Table.Row key={e.id} bg={e.kind === 'SIGN_IN_FAILED' ? 'stopSoft' : 'panel'}>
                <Table.Cell whiteSpace="nowrap">{dayAndClock(e.at)}</Table.Cell>
                <Table.Cell color={e.kind === 'SIGN_IN_FAILED' ? 'stop' : 'ink'}>
                  {KINDS[e.kind]}
                  {e.became && `: ${e.became.toLowerCase()}`}
                </Table.Cell>
                <Table.Cell>{e.login || (e.kind.endsWith('_ERASED') ? '' : 'none of ours')}</Table.Cell>
                <Table.Cell>{e.by && e.by !== e.login ? e.by : ''}</Table.Cell>
                <Table.Cell fontFamily="mono">{e.source}</Table.Cell>
              </Table.Row>
            ))}
          </Table.Body>
        </Table.Root>
      </Box>
      {access.hasNextPage && (
        <Button
          mt="3"
          variant="outline"
          color="ink"
          loading={access.isFetchingNextPage}
          onClick={() => access.fetchNextPage()}
        >
          Earlier ones
        </Button>
      )}
    </Box>
  );
}

function State({ of: u }: { of: Schemas['Upkeep'] }) {
  const backupAge = u.lastBackup && (Date.parse(u.now) - Date.parse(u.lastBackup.at)) / DAY;
  const free = u.diskFree !== undefined && u.diskSize ? u.diskFree / u.diskSize : undefined;
  return (
    <SimpleGrid columns={{ base: 1, sm: 2, lg: 3 }} gap="3">
      <Figure
        name="Last backup"
        value={u.lastBackup ? dayAndClock(u.lastBackup.at) : 'none known'}
        more={
          u.lastBackup
            ? `${ago(backupAge ?? 0)}, ${u.lastBackup.file}`
            : 'made with ./zephyr backup FILE; others are not seen here'
        }
        warn={
          backupAge === undefined
            ? 'make one, or see that there is another'
            : backupAge > 7
              ? 'older than a week'
              : undefined
        }
      />
      <Figure
        name="Disk"
        value={u.diskFree === undefined ? 'not seen from here' : `${bytes(u.diskFree)} free`}
        more={u.diskSize === undefined ? 'the data are on another machine' : `of ${bytes(u.diskSize)}`}
        warn={free !== undefined && free < 0.1 ? 'less than a tenth' : undefined}
      />
      <Figure
        name="Errors since the start"
        value={String(u.errors)}
        more={
          u.lastError
            ? `the last ${dayAndClock(u.lastError.at)}, request ${u.lastError.request} in the log`
            : u.errors > 0
              ? 'none of the unexpected kind'
              : 'none'
        }
        warn={u.errors > 0 ? 'look into the log' : undefined}
      />
      <Figure name="Runs since" value={dayAndClock(u.startedAt)} more={`Zephyr Ridge ${u.program}`} />
      <Figure
        name="Data"
        value={bytes(u.dataBytes)}
        more={`tables of version ${u.tables}, on ${u.databaseServer}`}
      />
      <Figure
        name="Memory of the program"
        value={bytes(u.heapUsed)}
        more={`of ${bytes(u.heapMost)} at most`}
      />
    </SimpleGrid>
  );
}

function Figure({ name, value, more, warn }: { name: string; value: string; more: string; warn?: string }) {
  return (
    <Stack
      gap="0"
      bg="panel"
      borderWidth="1px"
      borderColor={warn ? 'stop' : 'line'}
      borderRadius="md"
      px="4"
      py="3"
    >
      <Text fontSize="sm" color="quiet">
        {name}
      </Text>
      <Text fontWeight="700" fontSize="lg">
        {value}
      </Text>
      <Text fontSize="sm" color="quiet" overflowWrap="anywhere">
        {more}
      </Text>
      {warn && (
        <Text fontSize="sm" color="stop" fontWeight="600">
          <span aria-hidden="true">▲ </span>
          {warn}
        </Text>
      )}
    </Stack>
  );
}

function ago(days: number): string {
  if (days < 1) return 'within a day';
  const n = Math.floor(days);
  return n === 1 ? 'a day ago' : `${n} days ago`;
}

/** Of disks and data: powers of two, as the binary prefixes of IEC 80000-13 say. */
export function bytes(n: number): string {
  const units = ['B', 'KiB', 'MiB', 'GiB', 'TiB'];
  const at = n < 1 ? 0 : Math.min(units.length - 1, Math.floor(Math.log2(n) / 10));
  const value = n / 2 ** (10 * at);
  return `${value >= 100 || at === 0 ? Math.round(value) : value.toFixed(1)} ${units[at]}`;
}
