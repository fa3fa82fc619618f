import { Box, Button, Flex, Grid, Heading, Text } from '@chakra-ui/react';
import { useMemo } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { type KeyMap, Keys } from '../../parts/keys';
import { TrailPicture } from '../../pictures/TrailPicture';
import type { Account } from '../session';
import { type JobView, useJob, useJobChanges } from './api';
import { KeptState, WaitingChanges } from './KeptState';
import { type ChangeQueue, type QueueState, withWaiting } from './queue';
import { Margin } from './Margin';
import { STATIONS } from '../../parts/stations';
import { FitStation } from './stations/FitStation';
import { HandBackStation } from './stations/HandBackStation';
import { LimitsStation } from './stations/LimitsStation';
import { OpenStation } from './stations/OpenStation';
import { PlanStation } from './stations/PlanStation';
import { ProveStation } from './stations/ProveStation';
import { ReadStation } from './stations/ReadStation';
import { TakeInStation } from './stations/TakeInStation';
import type { StationProps } from './stations/props';

const SURFACES = {
  TAKE_IN: TakeInStation,
  READ: ReadStation,
  LIMITS: LimitsStation,
  PLAN: PlanStation,
  OPEN: OpenStation,
  FIT: FitStation,
  PROVE: ProveStation,
  HAND_BACK: HandBackStation,
} satisfies Record<string, (props: StationProps) => React.ReactNode>;

/** The work screen: the trail on the left, the station's working surface, the margin with what is to be said. */
export function JobPage({ account }: { account: Account }) {
  const params = useParams();
  const id = Number(params.id);
  const job = useJob(id);
  const { change, queue, state } = useJobChanges(account.login, id);
  const navigate = useNavigate();
  const reads =
    account.role !== 'DESK' &&
    (params.station ?? STATIONS.find((s) => s.id === job.data?.current)?.path) === 'read';
  const keys = useMemo<KeyMap>(
    () => [
      {
        keys: '1 – 8',
        does: 'go to a station',
        match: (e) => /^[1-8]$/.test(e.key),
        run: (e) => navigate(`/jobs/${id}/${STATIONS[Number(e.key) - 1].path}`),
      },
      {
        keys: 'A',
        does: 'Read: take over what the sources say',
        match: (e) => e.key === 'a' && !e.ctrlKey && !e.metaKey && reads,
        run: () => void change({ type: 'AcceptReading' }),
      },
      { keys: '/', does: 'find a job, module or machine' },
      {
        keys: 'L',
        does: 'back to the bench list',
        match: (e) => e.key === 'l',
        run: () => navigate('/jobs'),
      },
      {
        keys: 'Ctrl+Z',
        does: 'undo the last change of this job',
        match: (e) => e.ctrlKey && !e.shiftKey && e.key === 'z',
        run: (e) => (e.preventDefault(), void change({ type: 'Undo' })),
      },
      {
        keys: 'Ctrl+Shift+Z',
        does: 'redo',
        match: (e) => e.ctrlKey && e.shiftKey && e.key === 'Z',
        run: (e) => (e.preventDefault(), void change({ type: 'Redo' })),
      },
      { keys: 'Enter', does: 'Plan: take the focused module in hand, or put it into the focused position' },
      { keys: 'Delete', does: 'Plan: empty the focused position' },
      { keys: 'Esc', does: 'Plan: put the module in hand down' },
    ],
    [id, navigate, change, reads],
  );
  if (job.isPending) return <Text p="6">One moment …</Text>;
  if (!job.data) {
    return (
      <Box p="6" role="alert">
        <Heading size="md">This job cannot be shown</Heading>
        <Text>{job.error?.message}</Text>
        <Button mt="3" onClick={() => navigate('/jobs')}>
          To the bench list
        </Button>
      </Box>
    );
  }
  const shown = withWaiting(job.data, state.waiting);
  const station =
    STATIONS.find((s) => s.path === params.station) ?? STATIONS.find((s) => s.id === job.data.current)!;
  const Surface = SURFACES[station.id];
  const readOnly = account.role === 'DESK' || job.data.closed;
  return (
    <>
      <Keys map={keys} />
      <JobHeader
        job={shown}
        queue={queue}
        state={state}
        writer={account.role !== 'DESK'}
        onUndo={() => void change({ type: 'Undo' })}
        onRedo={() => void change({ type: 'Redo' })}
      />
      <Grid
        flex="1"
        templateColumns={{
          base: 'minmax(0, 1fr)',
          md: '12rem minmax(0, 1fr)',
          xl: '12rem minmax(0, 1fr) 19rem',
        }}
        templateRows={{ base: 'auto', xl: '1fr' }}
        alignItems="start"
      >
        <Box
          as="nav"
          aria-label="Stations"
          p={{ base: '2', md: '3' }}
          borderRightWidth={{ md: '1px' }}
          borderColor="line"
          alignSelf="stretch"
        >
          {/* Trail and margin stay in view beside a long station. */}
          <Box position={{ md: 'sticky' }} top="4rem">
            <TrailPicture
              legs={shown.trail}
              at={station.id}
              onGo={(path) => navigate(`/jobs/${id}/${path}`)}
            />
          </Box>
        </Box>
        <Box as="main" p={{ base: '3', md: '4' }} minW="0">
          <Heading as="h1" size="xl" mb="3">
            {station.name}
          </Heading>
          <Surface
            key={station.id}
            job={shown}
            change={change}
            readOnly={readOnly}
            writer={account.role !== 'DESK'}
          />
        </Box>
        <Box
          as="aside"
          aria-label="Findings"
          gridColumn={{ md: '2', xl: 'auto' }}
          p={{ base: '3', md: '4' }}
          borderLeftWidth={{ xl: '1px' }}
          borderColor="line"
          alignSelf="stretch"
        >
          <Box
            position={{ xl: 'sticky' }}
            top="4rem"
            maxH={{ xl: 'calc(100vh - 5rem)' }}
            overflowY={{ xl: 'auto' }}
            tabIndex={0}
          >
            <Margin job={shown} station={station.id} />
          </Box>
        </Box>
      </Grid>
    </>
  );
}

type HeaderProps = {
  job: JobView;
  queue: ChangeQueue;
  state: QueueState;
  writer: boolean;
  onUndo: () => void;
  onRedo: () => void;
};

function JobHeader({ job, queue, state, writer, onUndo, onRedo }: HeaderProps) {
  return (
    // The save state is always in view, however far the station is scrolled.
    <Box
      bg="panel"
      borderBottomWidth="1px"
      borderColor="line"
      px="4"
      py={{ base: '1', md: '2' }}
      position="sticky"
      top="0"
      zIndex="docked"
    >
      <Flex gap={{ base: '2', md: '4' }} rowGap="0" align="baseline" wrap="wrap">
        <Text fontWeight="700" fontSize="lg">
          #{job.id} <Link to={`/machines/${encodeURIComponent(job.machineId)}`}>{job.machineName}</Link>
        </Text>
        <Text flex="1" minW="12rem" lineClamp={1} overflowWrap="anywhere" color="quiet" hideBelow="md">
          {job.order.owner}: {job.order.wish || 'no wish noted yet'}
        </Text>
        {writer && (
          <Flex gap="1" alignSelf="center">
            <Button
              size="xs"
              variant="outline"
              color="ink"
              minH="2rem"
              disabled={!job.undoes}
              title={job.undoes && `${job.undoes} (Ctrl+Z)`}
              onClick={onUndo}
            >
              Undo
            </Button>
            <Button
              size="xs"
              variant="outline"
              color="ink"
              minH="2rem"
              disabled={!job.redoes}
              title={job.redoes && `${job.redoes} (Ctrl+Shift+Z)`}
              onClick={onRedo}
            >
              Redo
            </Button>
          </Flex>
        )}
        <KeptState job={job} state={state} />
      </Flex>
      <WaitingChanges queue={queue} state={state} />
    </Box>
  );
}
