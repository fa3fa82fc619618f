import {
  Badge,
  Box,
  Button,
  Flex,
  Grid,
  Heading,
  Input,
  Link as ChakraLink,
  Stack,
  Text,
} from '@chakra-ui/react';
import { type FormEvent, useMemo, useRef, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { api, type Schemas } from '../../api/client';
import { useMachines } from '../../api/machines';
import { MachinePicker } from '../../parts/MachinePicker';
import { dropGlance, keptGlance } from '../../parts/glance';
import { type KeyMap, Keys } from '../../parts/keys';
import { STATIONS } from '../../parts/stations';
import type { Account } from '../session';
import { useJobs, useTakeIn } from './api';

/** The bench list: every job with where it stands, and the way to take a machine in. */
export function BenchPage({ account }: { account: Account }) {
  const jobs = useJobs();
  const machines = useMachines();
  const [filter, setFilter] = useState('');
  const [params, setParams] = useSearchParams();
  const [taking, setTaking] = useState(params.has('take'));
  const search = useRef<HTMLInputElement>(null);
  const writes = account.role !== 'DESK';
  const keys = useMemo<KeyMap>(
    () => [
      {
        keys: 'N',
        does: 'take a machine in',
        match: (e) => e.key === 'n' && writes,
        run: (e) => (e.preventDefault(), setTaking(true)),
      },
      {
        keys: 'F',
        does: 'filter this list',
        match: (e) => e.key === 'f',
        run: (e) => (e.preventDefault(), search.current?.focus()),
      },
      { keys: '/', does: 'find a job, module or machine' },
    ],
    [writes],
  );
  const words = filter.toLowerCase().split(/\s+/).filter(Boolean);
  const shown = (jobs.data ?? []).filter((j) =>
    words.every((w) => `${j.id} ${j.machine} ${j.owner} ${j.wish}`.toLowerCase().includes(w)),
  );
  return (
    <Box as="main" p={{ base: '3', md: '5' }} maxW="72rem" mx="auto" width="full">
      <Keys map={keys} />
      <Flex gap="3" align="center" wrap="wrap" mb="4">
        <Heading as="h1" size="2xl" flex="1">
          Bench
        </Heading>
        <Input
          ref={search}
          aria-label="Filter this list"
          placeholder="Filter: machine, owner, wish  (F)"
          value={filter}
          onChange={(e) => setFilter(e.target.value)}
          maxW={{ base: 'full', md: '22rem' }}
        />
        <BringIn writes={writes} />
        {writes && !taking && <Button onClick={() => setTaking(true)}>Take a machine in (N)</Button>}
      </Flex>
      {taking && (
        <TakeInForm
          machine={params.get('take') ?? ''}
          told={params.has('glance') ? keptGlance() : ''}
          onClose={() => {
            setTaking(false);
            setParams({}, { replace: true });
          }}
        />
      )}
      {machines.data?.length === 0 && writes && (
        <Box bg="panel" borderWidth="2px" borderColor="accent" borderRadius="md" p="4" mb="4">
          <Text fontWeight="700">The first step: describe a machine</Text>
          <Text mb="2">
            A job needs the record of its machine. A first one is made from a few facts in two minutes.
          </Text>
          <Button asChild>
            <Link to="/machines?new">Describe the first machine</Link>
          </Button>
        </Box>
      )}
      {jobs.isError && (
        <Text role="alert" color="stop">
          {jobs.error.message}
        </Text>
      )}
      {jobs.data && shown.length === 0 && (
        <Text color="quiet">
          {filter ? `No job has "${filter}" in it.` : 'No machine is in the workshop. Take the first one in.'}
        </Text>
      )}
      <Stack as="ul" gap="2" listStyleType="none">
        {shown.map((job) => (
          <JobRow key={job.id} job={job} />
        ))}
      </Stack>
    </Box>
  );
}

function JobRow({ job }: { job: Schemas['JobListEntry'] }) {
  const at = STATIONS.findIndex((s) => s.id === job.station);
  const state = job.closed
    ? 'handed back'
    : job.blocked
      ? `blocked at ${STATIONS[at].name}`
      : `next: ${STATIONS[at].name}`;
  return (
    <li>
      <Link to={`/jobs/${job.id}`}>
        <Grid
          bg="panel"
          borderWidth="1px"
          borderColor="line"
          borderRadius="md"
          px="4"
          py="2.5"
          gap={{ base: '1', md: '4' }}
          templateColumns={{ base: '1fr', md: '3rem 13rem 1fr 15rem' }}
          alignItems="center"
          _hover={{ borderColor: 'accent' }}
          opacity={job.closed ? 0.85 : 1}
        >
          <Text fontFamily="mono" color="quiet">
            #{job.id}
          </Text>
          <Box minW="0">
            <Text fontWeight="700">{job.machine}</Text>
            <Text color="quiet" overflowWrap="anywhere" lineClamp={2}>
              {job.owner}
            </Text>
          </Box>
          <Text minW="0" lineClamp={2} overflowWrap="anywhere">
            {job.wish || 'No wish noted'}
          </Text>
          <Flex gap="2" align="center" justify="flex-start" wrap="wrap">
            <MiniRidge at={at} closed={job.closed} />
            <Badge
              bg={job.closed ? 'goodSoft' : job.blocked ? 'stopSoft' : 'accentSoft'}
              color={job.closed ? 'good' : job.blocked ? 'stop' : 'accent'}
              fontSize="sm"
              px="2"
            >
              {state}
            </Badge>
            {job.partsOn && <Text fontSize="sm">parts on {job.partsOn}</Text>}
            {job.returnUntil && !job.closed && (
              <Text fontSize="sm" color="quiet">
                goes back until {job.returnUntil}
              </Text>
            )}
          </Flex>
        </Grid>
      </Link>
    </li>
  );
}

/** Eight peaks; those walked are filled. The badge beside it says the same in words. */
function MiniRidge({ at, closed }: { at: number; closed: boolean }) {
  return (
    <Box color="accent" aria-hidden="true" flexShrink="0">
      <svg width="72" height="16" viewBox="0 0 72 16">
        {STATIONS.map((s, i) => (
          <path
            key={s.id}
            d={`M${i * 9} 15l4.5-${6 + ((i * 5) % 8)} 4.5 ${6 + ((i * 5) % 8)}z`}
            fill={closed || i < at ? 'currentColor' : 'none'}
            stroke="currentColor"
          />
        ))}
      </svg>
    </Box>
  );
}

function TakeInForm({ machine, told, onClose }: { machine: string; told: string; onClose: () => void }) {
  const machines = useMachines();
  const takeIn = useTakeIn();
  const navigate = useNavigate();
  const [machineId, setMachineId] = useState(machine);
  const [owner, setOwner] = useState('');
  const [wish, setWish] = useState('');
  // Sent twice, because the answer got lost or the key was hit twice, it is one job all the same.
  const [takeInId] = useState(() => crypto.randomUUID());
  const submit = (e: FormEvent) => {
    e.preventDefault();
    takeIn.mutate(
      { machineId, owner: owner.trim(), wish: wish.trim(), takeInId, told },
      {
        onSuccess: (job) => {
          dropGlance();
          navigate(`/jobs/${job.id}/take-in`);
        },
      },
    );
  };
  const chosen = machines.data?.find((m) => m.id === machineId);
  const describe = (typed: string) => navigate(`/machines?new=${encodeURIComponent(typed)}&then=take`);
  return (
    <Box
      as="section"
      aria-label="Take a machine in"
      bg="panel"
      borderWidth="2px"
      borderColor="accent"
      borderRadius="md"
      p="4"
      mb="4"
    >
      <form onSubmit={submit}>
        <Grid templateColumns={{ base: '1fr', md: '1.4fr 1fr 2fr auto' }} gap="3" alignItems="end">
          <MachinePicker
            label="Machine"
            machines={machines.data}
            chosen={machineId}
            onChoose={setMachineId}
            onUnknown={describe}
            autoFocus
          />
          <Box>
            <label htmlFor="take-in-owner">
              <Text fontWeight="600">Whose it is</Text>
            </label>
            <Input
              id="take-in-owner"
              value={owner}
              onChange={(e) => setOwner(e.target.value)}
              maxLength={200}
            />
          </Box>
          <Box>
            <label htmlFor="take-in-wish">
              <Text fontWeight="600">What they want, in their words</Text>
            </label>
            <Input
              id="take-in-wish"
              value={wish}
              onChange={(e) => setWish(e.target.value)}
              maxLength={2000}
            />
          </Box>
          <Flex gap="2">
            <Button type="submit" disabled={!machineId || !owner.trim()} loading={takeIn.isPending}>
              Take in
            </Button>
            <Button variant="outline" color="ink" onClick={onClose}>
              Cancel
            </Button>
          </Flex>
        </Grid>
        {chosen && chosen.quirks.length > 0 && (
          <Text mt="2">
            <b>To know of it:</b> {chosen.quirks.join(' ')}
          </Text>
        )}
        {told && (
          <Text fontSize="sm" color="quiet" mt="2">
            What was told at the field desk goes with it.
          </Text>
        )}
        {takeIn.isError && (
          <Text role="alert" color="stop" mt="2">
            {takeIn.error.message}
          </Text>
        )}
      </form>
    </Box>
  );
}

/** All jobs as a list, and a job that another workshop wrote out. */
function BringIn({ writes }: { writes: boolean }) {
  const navigate = useNavigate();
  const file = useRef<HTMLInputElement>(null);
  const [wrong, setWrong] = useState<string>();
  const bring = async (chosen: File | undefined) => {
    if (!chosen) return;
    setWrong(undefined);
    try {
      const job = await api.upload<Schemas['JobView']>(
        '/api/jobs/import',
        new Blob([chosen], { type: 'application/octet-stream' }),
      );
      navigate(`/jobs/${job.id}`);
    } catch (e) {
      setWrong((e as Error).message);
    }
  };
  return (
    <Flex gap="3" align="center" wrap="wrap" fontSize="sm">
      <ChakraLink href="/api/jobs.csv" download color="accent" textDecoration="underline">
        All jobs as CSV
      </ChakraLink>
      {writes && (
        <>
          <Button size="sm" variant="outline" color="ink" onClick={() => file.current?.click()}>
            Bring a job in …
          </Button>
          <input
            ref={file}
            type="file"
            accept=".json,application/json"
            hidden
            aria-label="A job that was written out as JSON"
            onChange={(e) => {
              void bring(e.target.files?.[0]);
              e.target.value = '';
            }}
          />
        </>
      )}
      {wrong && (
        <Text role="alert" color="stop">
          {wrong}
        </Text>
      )}
    </Flex>
  );
}
