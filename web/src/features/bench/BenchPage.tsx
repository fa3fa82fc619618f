import { Box, Button, Flex, Heading, Input, Text } from '@chakra-ui/react';
import { useRef, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { useMachines } from '../../api/machines';
import { keptGlance } from '../../parts/glance';
import { type KeyMap, Keys } from '../../parts/keys';
import { inRoom, OpenRooms, TakeRoomIn, useRooms } from '../rooms';
import type { Account } from '../session';
import { useTimers } from '../timers';
import { useJobs } from './api';
import { Board } from './Board';
import { BringIn } from './BringIn';
import { has } from './board';
import { TakeInForm } from './TakeInForm';

/** The bench: every job by what it waits for, and the way to take a machine in. */
export function BenchPage({ account }: { account: Account }) {
  const jobs = useJobs();
  const machines = useMachines();
  const [filter, setFilter] = useState('');
  const [params, setParams] = useSearchParams();
  const [taking, setTaking] = useState(params.has('take'));
  const [room, setRoom] = useState(false);
  const search = useRef<HTMLInputElement>(null);
  const writes = account.role !== 'DESK';
  const keys: KeyMap = [
    {
      keys: 'N',
      does: 'take a machine in',
      match: (e) => e.key === 'n',
      run: (e) => (e.preventDefault(), setTaking(true)),
    },
    {
      keys: 'F',
      does: 'filter the board',
      match: (e) => e.key === 'f',
      run: (e) => (e.preventDefault(), search.current?.focus()),
    },
    { keys: '/', does: 'find a job, module or machine' },
  ];
  const timers = useTimers();
  const timed = new Set((timers.data?.timers ?? []).filter((t) => t.secondsLeft > 0).map((t) => t.job));
  const rooms = useRooms();
  // Machines of a room stand on its page; here are those that need somebody, and all that the filter finds.
  const shown = (jobs.data?.jobs ?? [])
    .filter((j) => has(j, filter, timed))
    .filter((j) => filter || j.blocked || !inRoom(rooms.data, j.id));
  return (
    <Box as="main" p={{ base: '3', md: '5' }} maxW="72rem" mx="auto" width="full">
      <Keys map={keys} />
      <Flex gap="3" align="center" wrap="wrap" mb="4">
        <Heading as="h1" size="2xl" flex="1">
          Bench
        </Heading>
        <Input
          ref={search}
          aria-label="Filter the board"
          placeholder="Any word, person, state, day  (F)"
          value={filter}
          onChange={(e) => setFilter(e.target.value)}
          maxW={{ base: 'full', md: '22rem' }}
        />
        <BringIn writes={writes} />
        {!taking && !room && (
          <>
            <Button variant="outline" color="ink" onClick={() => setRoom(true)}>
              Several at once
            </Button>
            <Button onClick={() => setTaking(true)}>Take a machine in (N)</Button>
          </>
        )}
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
      {room && <TakeRoomIn onClose={() => setRoom(false)} />}
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
      {!filter && <OpenRooms />}
      {jobs.isError && (
        <Text role="alert" color="stop">
          {jobs.error.message}
        </Text>
      )}
      {jobs.data?.more && (
        <Text mb="2">
          Of the jobs on the bench the {jobs.data.jobs.filter((j) => !j.closed).length} that were changed last
          stand here; the list as CSV has all.
        </Text>
      )}
      {jobs.data && shown.length === 0 && !jobs.data.earlier && (
        <Text color="quiet">
          {filter ? `No job has "${filter}" in it.` : 'No machine is in the workshop. Take the first one in.'}
        </Text>
      )}
      <Board jobs={shown} earlier={jobs.data?.earlier ?? false} timed={timed} filter={filter} />
      {!filter && writes && (
        <Text mt="6" color="quiet">
          No machine at hand?{' '}
          <Link to="/practice" style={{ textDecoration: 'underline' }}>
            Practise on one that is not there
          </Link>
        </Text>
      )}
    </Box>
  );
}
