import { Box, Button, Grid, Heading, Text } from '@chakra-ui/react';
import { useEffect, useRef } from 'react';
import { useNavigate, useParams } from 'react-router';
import { Findings, isGrave } from '../../parts/Findings';
import { sayAtHand } from '../../parts/Hand';
import { type KeyMap, Keys, onControl } from '../../parts/keys';
import { STATIONS } from '../../parts/stations';
import { TrailPicture } from '../../pictures/TrailPicture';
import { MachineOfRange, Simulated } from '../practice';
import { SentFor } from '../purchases';
import type { Account } from '../session';
import { useEvidence } from './stations/read/api';
import { type JobView, useJob, useJobChanges } from './api';
import { JobHeader } from './JobHeader';
import { WaitingChanges } from './KeptState';
import { LeadLine, leading } from './LeadLine';
import { Margin, ofStation } from './Margin';
import { NewerRecord } from './NewerRecord';
import { withWaiting } from './overlay';
import { madeElsewhere } from './stationsOf';
import { FitStation } from './stations/fit/FitStation';
import { HandBackStation } from './stations/handback/HandBackStation';
import { LimitsStation } from './stations/limits/LimitsStation';
import { OffNow } from './stations/open/Tray';
import { OpenStation } from './stations/open/OpenStation';
import { PlanStation } from './stations/plan/PlanStation';
import { useTrouble } from './stations/prove/api';
import { hasFailed } from './stations/prove/Hunt';
import { ProveStation } from './stations/prove/ProveStation';
import type { StationProps } from './stations/shared/props';
import { ReadStation } from './stations/read/ReadStation';
import { TakeInStation } from './stations/takein/TakeInStation';

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

/** The work screen, once the job is there. */
export function JobPage({ account }: { account: Account }) {
  const id = Number(useParams().id);
  const job = useJob(id);
  const navigate = useNavigate();
  if (job.isPending) return <Text p="6">One moment …</Text>;
  if (job.data) return <Work account={account} kept={job.data} />;
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

/** The job in the bar, the trail over the width, the line that leads, the working surface, and the margin. */
function Work({ account, kept }: { account: Account; kept: JobView }) {
  const { id } = kept;
  const params = useParams();
  const { change, queue, state } = useJobChanges(account.login, id);
  const navigate = useNavigate();
  const station =
    STATIONS.find((s) => s.path === params.station) ??
    STATIONS.find((s) => s.id === kept.current) ??
    STATIONS[0];
  const evidence = useEvidence(id, kept.version, station.id === 'READ');
  const trouble = useTrouble(id, kept.version, station.id === 'PROVE' && kept.starts.some(hasFailed));
  const main = useRef<HTMLDivElement>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a change of station is what it waits for
  useEffect(() => {
    // A change of station begins at the top.
    window.scrollTo(0, 0);
    // Enter is the leading line's again, and whoever hears the page begins with the station.
    main.current?.focus({ preventScroll: true });
  }, [station.id]);
  const shown = withWaiting(kept, state.waiting);
  const Surface = SURFACES[station.id];
  // The desk takes machines in; what is done at the bench it reads.
  const writer = account.role !== 'DESK' || station.id === 'TAKE_IN';
  const readOnly = !writer || kept.closed;
  const lead = leading(shown, station.id, evidence.data, trouble.data);
  const take = () => {
    if (lead?.change) void change(lead.change);
    else if (lead?.to) navigate(`/jobs/${id}/${lead.to}`);
  };
  // What is taken back where nobody looks is told.
  const undo = () => {
    const at = madeElsewhere(shown.undoesType, station.id);
    void change({ type: 'Undo' }).then((done) => {
      if (done && at) sayAtHand(`Taken back at ${at}: ${shown.undoes}.`, undefined, 'accent');
    });
  };
  const reopen = () => {
    if (readOnly || !shown.opening.canReopen) return;
    void change({ type: 'Reopen' }).then((done) => done && navigate(`/jobs/${id}/open`));
  };
  const mayTake = !(readOnly && lead?.change);
  const keys: KeyMap = [
    {
      keys: '1 – 8',
      does: 'go to a station',
      match: (e) => /^[1-8]$/.test(e.key),
      run: (e) => navigate(`/jobs/${id}/${STATIONS[Number(e.key) - 1].path}`),
    },
    {
      keys: 'Enter',
      does: 'what comes next here, as the line under the trail says',
      match: (e) => e.key === 'Enter' && !onControl(e),
      run: () => mayTake && take(),
    },
    {
      keys: 'B',
      does: 'bench mode: one step a screen',
      match: (e) => e.key === 'b',
      run: () => navigate(`/jobs/${id}/bench`),
    },
    {
      keys: 'O',
      does: 'Open: open it once more, for what it was opened last',
      match: (e) => e.key === 'o',
      run: reopen,
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
      run: (e) => (e.preventDefault(), undo()),
    },
    {
      keys: 'Ctrl+Shift+Z',
      does: 'redo',
      match: (e) => e.ctrlKey && e.shiftKey && e.key === 'Z',
      run: (e) => (e.preventDefault(), void change({ type: 'Redo' })),
    },
    { keys: 'Enter', does: 'on a module: take it in hand; on a position: put it there' },
    { keys: 'Delete', does: 'Plan: empty the focused position' },
    { keys: 'Esc', does: 'Plan: put the module in hand down' },
  ];
  const grave = ofStation(shown, station.id, evidence.data).filter(isGrave);
  return (
    <>
      <Keys map={keys} />
      <JobHeader
        job={shown}
        state={state}
        writer={writer}
        station={station.id}
        onUndo={undo}
        onRedo={() => void change({ type: 'Redo' })}
      />
      {shown.practice && <Simulated />}
      <WaitingChanges queue={queue} state={state} />
      <TrailPicture legs={shown.trail} at={station.id} onGo={(path) => navigate(`/jobs/${id}/${path}`)} />
      <LeadLine
        job={shown}
        station={station.id}
        evidence={evidence.data}
        lead={lead}
        readOnly={readOnly}
        onTake={take}
      />
      {!readOnly && <NewerRecord job={shown} />}
      <Grid
        flex="1"
        templateColumns={{ base: 'minmax(0, 1fr)', xl: 'minmax(0, 1fr) 18rem' }}
        templateRows={{ base: 'auto', xl: '1fr' }}
        alignItems="start"
        alignContent="start"
      >
        <Box as="main" ref={main} tabIndex={-1} outline="none" p={{ base: '3', md: '4' }} minW="0">
          {/* Where there is no room for a margin, what stops or is a risk comes before the work. */}
          {grave.length > 0 && (
            <Box hideFrom="xl" mb="3">
              <Findings findings={grave} />
            </Box>
          )}
          {['OPEN', 'FIT', 'PROVE', 'HAND_BACK'].includes(station.id) && <OffNow job={shown} />}
          {/* Nobody opens a machine for what is not here without having seen that it is not. */}
          {['OPEN', 'FIT'].includes(station.id) && shown.chosen && !shown.closed && <SentFor job={id} />}
          {shown.practice && <MachineOfRange job={shown} queue={queue} station={station.id} />}
          <Surface key={station.id} job={shown} change={change} readOnly={readOnly} writer={writer} />
        </Box>
        <Box
          as="aside"
          aria-label="Findings"
          p={{ base: '3', md: '4' }}
          borderLeftWidth={{ xl: '1px' }}
          borderColor="line"
          alignSelf="stretch"
        >
          <Box
            position={{ xl: 'sticky' }}
            top="64px"
            maxH={{ xl: 'calc(100vh - 5rem)' }}
            overflowY={{ xl: 'auto' }}
            pb="1"
            tabIndex={0}
          >
            <Margin job={shown} station={station.id} evidence={evidence.data} />
          </Box>
        </Box>
      </Grid>
    </>
  );
}
