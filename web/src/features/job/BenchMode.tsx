import { Box, Button, Flex, Heading, Input, Stack, Text } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { Findings } from '../../parts/Findings';
import { type KeyMap, Keys, onControl, useScan } from '../../parts/keys';
import { STATIONS } from '../../parts/stations';
import { Simulated } from '../practice';
import type { Account } from '../session';
import { type JobChange, type JobView, useJob, useJobChanges } from './api';
import { KeptState, WaitingChanges } from './KeptState';
import { withWaiting } from './overlay';
import { leading, sentence } from './LeadLine';
import { confirms, useScrews } from './stations/fit/FitStation';
import { OffNow } from './stations/open/Tray';
import { type Step, StepDetail } from './stations/shared/Steps';

type FitLine = JobView['fitLines'][number];
type Card =
  | { kind: 'paused' }
  | { kind: 'step'; id: string; text: string; step?: Step; part: string }
  | { kind: 'fit'; line: FitLine }
  | { kind: 'work'; text: string; change: JobChange }
  | { kind: 'start' }
  | { kind: 'done'; missing: string[]; text: string; to: string };

/** Where hands work: what leads elsewhere leads out of bench mode. */
const HANDS = ['OPEN', 'FIT', 'PROVE'];

/**
 * The one thing to do now: what the core leads to, from Open on wherever it sends. It has not seen what waits to be kept; where that
 * was what it led to, the next of its own steps or lines follows.
 */
export function nextCard(job: JobView): Card {
  let at = 'OPEN';
  for (const _ of HANDS) {
    const next = job.trail.find((l) => l.station === at)?.next;
    if (next?.what === 'GO' && HANDS.includes(next.id)) at = next.id;
  }
  const leg = job.trail.find((l) => l.station === at);
  const next = leg?.next;
  const missing = leg?.missing ?? [];
  const { steps, closing } = job.opening;
  const part = STATIONS.find((s) => s.id === at)?.name ?? '';
  switch (next?.what) {
    case 'TICK':
    case 'TICK_ALL': {
      const named = next.id.split(',');
      const all = [...steps, ...closing];
      const id = named.find((n) => !all.find((s) => s.id === n)?.done);
      const step = all.find((s) => s.id === id);
      if (id) return { kind: 'step', id, text: step?.text ?? next.text, step, part };
      const list = steps.some((s) => named.includes(s.id)) ? steps : closing;
      const follows = list.find((s) => !s.done && s.kind !== 'TEST_START');
      if (follows) return { kind: 'step', id: follows.id, text: follows.text, step: follows, part };
      break;
    }
    case 'FIT': {
      const line =
        job.fitLines.find((l) => l.position === next.id && !l.done) ?? job.fitLines.find((l) => !l.done);
      if (line) return { kind: 'fit', line };
      break;
    }
    case 'WORK':
    case 'ARRANGE':
    case 'ACT': {
      const lead = leading(job, at, undefined);
      if (lead?.change) return { kind: 'work', text: lead.text, change: lead.change };
      break;
    }
    case 'GO':
      return {
        kind: 'done',
        missing,
        text: next.text,
        to: STATIONS.find((s) => s.id === next.id)?.path ?? 'prove',
      };
  }
  if ([...job.openingGates, ...job.fittingGates].some((g) => g.severity === 'STOP') && at !== 'PROVE')
    return { kind: 'paused' };
  if (at === 'PROVE' && closing.find((s) => !s.done)?.kind === 'TEST_START') return { kind: 'start' };
  return { kind: 'done', missing, text: 'To Prove', to: 'prove' };
}

/** One step a screen, at arm's length: Space says done, Backspace goes back. */
export function BenchMode({ account }: { account: Account }) {
  const job = useJob(Number(useParams().id));
  useAwake();
  if (job.isPending) return <Text p="6">One moment …</Text>;
  if (job.data) return <Cards account={account} kept={job.data} />;
  return (
    <Box p="6" role="alert">
      {job.error?.message}
    </Box>
  );
}

function Cards({ account, kept }: { account: Account; kept: JobView }) {
  const { id } = kept;
  const navigate = useNavigate();
  const { change, queue, state } = useJobChanges(account.login, id);
  const shown = withWaiting(kept, state.waiting);
  const readOnly = account.role === 'DESK' || shown.closed;
  const card = nextCard(shown);
  const next: JobChange | undefined =
    readOnly || (card.kind !== 'step' && card.kind !== 'work')
      ? undefined
      : card.kind === 'step'
        ? { type: 'TickStep', step: card.id, done: true }
        : card.change;
  const doIt = () => {
    if (next) void change(next);
    else if (card.kind === 'done') navigate(`/jobs/${id}/${card.to}`);
  };
  const back = () => {
    if (!readOnly && shown.undoes) void change({ type: 'Undo' });
  };
  const keys: KeyMap = [
    {
      keys: 'Space',
      does: 'done, the next step',
      match: (e) => e.key === ' ' && !onControl(e),
      run: (e) => (e.preventDefault(), doIt()),
    },
    {
      keys: 'Backspace',
      does: 'back: take the last change back',
      match: (e) => e.key === 'Backspace' && !onControl(e),
      run: (e) => (e.preventDefault(), back()),
    },
    {
      keys: 'Esc',
      does: 'out of bench mode',
      match: (e) => e.key === 'Escape',
      run: () => navigate(`/jobs/${id}/open`),
    },
  ];
  const all = [...shown.opening.steps, ...shown.opening.closing];
  const doneCount = all.filter((s) => s.done).length + shown.fitLines.filter((l) => l.done).length;
  return (
    <Flex
      as="main"
      direction="column"
      flex="1"
      p={{ base: '3', md: '6' }}
      maxW="64rem"
      width="full"
      mx="auto"
    >
      <Keys map={keys} />
      {shown.practice && <Simulated />}
      <Flex gap="3" align="center" wrap="wrap" mb="3">
        <Text flex="1" minW="10rem" fontWeight="600">
          {shown.machineName}, {shown.order.owner}
        </Text>
        <Text color="quiet">
          {doneCount} done of {all.length + shown.fitLines.length}
        </Text>
        <KeptState job={shown} state={state} />
        <Button size="sm" variant="outline" color="ink" onClick={() => navigate(`/jobs/${id}/open`)}>
          Leave
        </Button>
      </Flex>
      <WaitingChanges queue={queue} state={state} />
      <OffNow job={shown} />
      <Box flex="1" aria-live="polite" data-card={card.kind} fontSize="lg">
        {card.kind === 'paused' && (
          <Stack gap="3">
            <Heading as="h1" size="3xl" color="stop">
              ⬣ The job is paused
            </Heading>
            <Findings
              findings={[...shown.openingGates, ...shown.fittingGates].filter((f) => f.severity === 'STOP')}
            />
            <Button alignSelf="start" onClick={() => navigate(`/jobs/${id}/open`)}>
              Answer it on Open
            </Button>
          </Stack>
        )}
        {card.kind === 'step' && (
          <>
            <Text color="quiet">{card.part}</Text>
            <Heading as="h1" size={{ base: '2xl', md: '4xl' }} mb="2">
              {card.text}
            </Heading>
            {card.step && <StepDetail step={card.step} job={id} disabled={readOnly} change={change} />}
          </>
        )}
        {card.kind === 'work' && (
          <Heading as="h1" size={{ base: '2xl', md: '4xl' }}>
            {card.text}
          </Heading>
        )}
        {card.kind === 'fit' && (
          <Fit
            key={card.line.position}
            line={card.line}
            disabled={readOnly}
            onDone={(seen, screws) =>
              change({
                type: 'ConfirmFit',
                position: card.line.position,
                done: true,
                seen: seen || undefined,
                screws,
              })
            }
          />
        )}
        {card.kind === 'start' && (
          <Stack gap="3">
            <Heading as="h1" size={{ base: '2xl', md: '4xl' }}>
              Start it
            </Heading>
            <Text>
              The first start takes {shown.expectation.firstStart}; the screen may stay dark while it trains
              its memory.
            </Text>
            {shown.expectation.notices.map((n) => (
              <Text key={n}>{n}</Text>
            ))}
            {!readOnly && (
              <Flex gap="3" wrap="wrap">
                <Button
                  size="xl"
                  onClick={() =>
                    void change({ type: 'LogStart', outcome: 'STARTED', note: '' }).then(
                      (done) => done && navigate(`/jobs/${id}/prove`),
                    )
                  }
                >
                  It came up
                </Button>
                <Button
                  size="xl"
                  variant="outline"
                  color="ink"
                  onClick={() =>
                    void change({ type: 'LogStart', outcome: 'SILENT', note: '' }).then(
                      (done) => done && navigate(`/jobs/${id}/prove`),
                    )
                  }
                >
                  Nothing
                </Button>
              </Flex>
            )}
          </Stack>
        )}
        {card.kind === 'done' && (
          <Stack gap="3">
            {card.missing.length === 0 ? (
              <Heading as="h1" size={{ base: '2xl', md: '4xl' }} color="good">
                ✓ Nothing is left to open, fit or close
              </Heading>
            ) : (
              <Heading as="h1" size={{ base: '2xl', md: '4xl' }}>
                {sentence(card.missing)}
              </Heading>
            )}
            <Button alignSelf="start" size="xl" onClick={doIt}>
              {card.text}
            </Button>
          </Stack>
        )}
      </Box>
      {next && (
        <Flex gap="3" mt="4" position="sticky" bottom="3">
          <Button size="2xl" variant="outline" color="ink" bg="paper" disabled={!shown.undoes} onClick={back}>
            Back
          </Button>
          <Button size="2xl" flex="1" onClick={doIt}>
            Done
          </Button>
        </Flex>
      )}
    </Flex>
  );
}

function Fit({
  line: l,
  disabled,
  onDone,
}: {
  line: FitLine;
  disabled: boolean;
  onDone: (seen: string, screws?: number) => Promise<unknown>;
}) {
  const [seen, setSeen] = useState('');
  const screws = useScrews(l);
  useScan((text) => {
    if (l.in) setSeen(text);
    return l.in !== undefined;
  });
  const next = () => screws.next((n) => void onDone(seen.trim(), n));
  return (
    <Stack gap="3">
      <Text color="quiet">Fit</Text>
      <Heading as="h1" size={{ base: '2xl', md: '4xl' }}>
        {l.label}
        {l.colour && `, the ${l.colour} one`}
      </Heading>
      {l.out && <Text>Out: {l.out}</Text>}
      <Text fontWeight="700" fontSize="2xl">
        {l.in ? `In: ${l.in}` : 'Stays empty'}
      </Text>
      {l.in && (
        <Text>
          Notch: {l.keySide}
          {l.turned ? ' (this socket is turned round)' : ''}; {l.angle}, until no gold is in sight;{' '}
          {l.latches > 0 ? `${l.latches} latches flush, the strip of contacts even` : 'screws in their order'}
          .
        </Text>
      )}
      {l.in && (
        <label>
          <Text fontSize="md">Scan or type its tag to be sure</Text>
          <Input
            size="xl"
            maxW="24rem"
            fontFamily="mono"
            value={seen}
            placeholder={l.inTag ?? ''}
            onChange={(e) => setSeen(e.target.value)}
            onKeyDown={(e) => e.key === 'Enter' && next()}
          />
        </label>
      )}
      <Button size="2xl" alignSelf="start" disabled={disabled} onClick={next}>
        {confirms(l, screws.tight)}
      </Button>
    </Stack>
  );
}

/** The screen stays on while this page is in sight, where the browser can. */
function useAwake() {
  useEffect(() => {
    let lock: WakeLockSentinel | undefined;
    const keep = () => {
      if (document.visibilityState === 'visible')
        navigator.wakeLock?.request('screen').then(
          (l) => {
            lock = l;
          },
          () => undefined,
        );
    };
    keep();
    document.addEventListener('visibilitychange', keep);
    return () => {
      document.removeEventListener('visibilitychange', keep);
      void lock?.release();
    };
  }, []);
}
