import { Box, Button, Flex, Heading, Stack, Table, Text } from '@chakra-ui/react';
import { Link, useNavigate } from 'react-router';
import type { Schemas } from '../../api/client';
import { type Ask, type Beside, type Practice, type Recounted, usePractice, usePractising } from './api';
import { LabelPhoto } from './LabelPhoto';

/** What is asked in one breath. */
const GROUPS: { name: string; whats: Ask['what'][] }[] = [
  { name: 'Ask it', whats: ['OUTSIDE', 'WINDOW', 'TABLE', 'CHIP'] },
  { name: 'Look first', whats: ['LAMP', 'HAND', 'NOTCH', 'SCREWS'] },
  { name: 'Look inside', whats: ['LOOK', 'LABEL'] },
  { name: 'Switch it on', whats: ['START'] },
  { name: 'Elsewhere', whats: ['ELSEWHERE'] },
];

/** What is at hand at a station; all else is asked there, too, and stands folded away. */
const AT: Record<string, Ask['what'][]> = {
  TAKE_IN: ['OUTSIDE', 'WINDOW', 'TABLE'],
  READ: ['WINDOW', 'TABLE', 'CHIP', 'LOOK', 'LABEL'],
  OPEN: ['LAMP', 'HAND', 'SCREWS', 'LOOK', 'LABEL'],
  FIT: ['NOTCH', 'LOOK', 'LABEL'],
  PROVE: ['SCREWS', 'START', 'ELSEWHERE', 'TABLE'],
};

const SUMMARY = { cursor: 'pointer', marginTop: '0.25rem' };

/** The machine that is not there: what can be asked of it as things stand, what it answered, and what it cost. */
export function MachineOfRange({
  job,
  queue,
  station,
}: {
  job: Schemas['JobView'];
  queue: Beside;
  station: string;
}) {
  const practice = usePractice(job.id, job.version);
  const { ask, end } = usePractising(job.id, queue);
  const p = practice.data;
  if (!p)
    return practice.isError ? (
      <Text role="alert" color="stop">
        {practice.error.message}
      </Text>
    ) : (
      <Text>One moment …</Text>
    );
  const busy = ask.isPending || end.isPending;
  // Enter is what comes next in the job again, and not the same question once more.
  const put = (a: Ask) =>
    ask.mutate(a, { onSettled: () => document.querySelector('main')?.focus({ preventScroll: true }) });
  const here = AT[station] ?? [];
  const elsewhere = p.asks.filter((a) => !a.refused && !here.includes(a.what));
  const last = p.asked[p.asked.length - 1];
  return (
    <Box
      as="section"
      aria-label="The simulated machine"
      borderWidth="2px"
      borderStyle="dashed"
      borderColor="accent"
      borderRadius="md"
      px="3"
      py="2"
      mb="3"
    >
      <Flex gap="3" wrap="wrap" align="baseline">
        <Heading as="h2" size="md" flex="1" minW="12rem">
          {p.title}
        </Heading>
        <Text>
          Bench clock: <strong>{p.minutes} min</strong>
        </Text>
        {!p.over && (
          <Button size="sm" variant="outline" disabled={busy} onClick={() => end.mutate()}>
            End it, and tell what was hidden
          </Button>
        )}
      </Flex>
      {p.truth ? (
        <Truth job={job.id} queue={queue} practice={p} />
      ) : (
        <>
          {station === 'TAKE_IN' && <Text color="quiet">{p.teaches}</Text>}
          <Groups
            asks={p.asks.filter((a) => !a.refused && here.includes(a.what))}
            disabled={busy}
            onAsk={put}
          />
        </>
      )}
      {!p.over && p.fresh && <Happened mishaps={p.mishaps} />}
      {(ask.isError || end.isError) && (
        <Text role="alert" color="stop" mt="2">
          {(ask.error ?? end.error)?.message}
        </Text>
      )}
      {last && !p.truth && (
        <Box role="status" mt="2" bg="panel" borderRadius="md" px="3" py="1">
          {last.label !== undefined ? (
            <>
              <Text color="quiet">
                {last.asked} ({last.minutes} min):
              </Text>
              <LabelPhoto line={last.label} name={last.asked} reads={station === 'READ'} />
            </>
          ) : (
            <Text whiteSpace="pre-line">
              <Text as="span" color="quiet">
                {last.asked} ({last.minutes} min):{last.told.includes('\n') ? '\n' : ' '}
              </Text>
              <strong>{last.told}</strong>
            </Text>
          )}
        </Box>
      )}
      <Flex columnGap="5" wrap="wrap">
        {elsewhere.length > 0 && (
          <details>
            <summary style={SUMMARY}>Something else ({elsewhere.length})</summary>
            <Groups asks={elsewhere} disabled={busy} onAsk={put} />
          </details>
        )}
        <NotNow asks={p.asks.filter((a) => a.refused)} />
        {p.asked.length > 1 && (
          <details>
            <summary style={SUMMARY}>All that was asked ({p.asked.length})</summary>
            <Stack as="ol" gap="1" ps="5" py="1">
              {p.asked.map((a, i) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: what was asked is only added to
                <Text as="li" key={i} whiteSpace="pre-line">
                  {a.asked} ({a.minutes} min): {a.told}
                </Text>
              ))}
            </Stack>
          </details>
        )}
      </Flex>
    </Box>
  );
}

function Groups({ asks, disabled, onAsk }: { asks: Ask[]; disabled: boolean; onAsk: (ask: Ask) => void }) {
  return GROUPS.map((g) => (
    <Asks
      key={g.name}
      name={g.name}
      asks={asks.filter((a) => g.whats.includes(a.what))}
      disabled={disabled}
      onAsk={onAsk}
    />
  ));
}

function Asks({
  name,
  asks,
  disabled,
  onAsk,
}: {
  name: string;
  asks: Ask[];
  disabled: boolean;
  onAsk: (ask: Ask) => void;
}) {
  if (asks.length === 0) return null;
  return (
    <Flex as="section" aria-label={name} gap="2" wrap="wrap" align="center" mt="2">
      <Text fontWeight="700" minW="7rem">
        {name}
      </Text>
      {asks.map((a) => (
        <Button
          key={`${a.what} ${a.of} ${a.waited} ${a.passes}`}
          size="sm"
          variant="outline"
          whiteSpace="normal"
          height="auto"
          minH="2rem"
          py="1"
          textAlign="start"
          disabled={disabled}
          onClick={() => onAsk(a)}
        >
          {a.text}
          <Text as="span" color="quiet" fontWeight="400">
            {a.minutes} min
          </Text>
        </Button>
      ))}
    </Flex>
  );
}

/** What it would not tell as things stand, each with why. */
function NotNow({ asks }: { asks: Ask[] }) {
  if (asks.length === 0) return null;
  return (
    <details>
      <summary style={SUMMARY}>Not to be asked now ({asks.length})</summary>
      <Stack as="ul" gap="0.5" ps="5" py="1">
        {asks.map((a) => (
          <Text as="li" key={`${a.what} ${a.of}`}>
            {a.text}: {a.refused}
          </Text>
        ))}
      </Stack>
    </details>
  );
}

/** What went wrong in hands that did not look, after the step; nothing is harmed here. */
function Happened({ mishaps }: { mishaps: Practice['mishaps'] }) {
  return (
    <Box
      role="alert"
      mt="2"
      borderStartWidth="4px"
      borderColor="risk"
      bg="panel"
      borderRadius="md"
      px="3"
      py="1"
    >
      {mishaps.slice(-2).map((s) => (
        <Text key={s.told}>
          <strong>! {s.told}</strong> Nothing is harmed here. {s.caution}
        </Text>
      ))}
    </Box>
  );
}

function Truth({ job, queue, practice }: { job: number; queue: Beside; practice: Practice }) {
  const truth = practice.truth!;
  const { again } = usePractising(job, queue);
  const navigate = useNavigate();
  return (
    <Box role="status" mt="2">
      <Text fontWeight="700">
        {truth.solved ? '✓ Solved' : 'Not solved this time'} in {practice.minutes} min of the bench.
      </Text>
      <Heading as="h3" size="sm" mt="2">
        What was hidden
      </Heading>
      <Stack as="ul" gap="0.5" ps="5">
        {truth.truth.map((t) => (
          <Text as="li" key={t}>
            {t}
          </Text>
        ))}
      </Stack>
      <Text mt="2">{truth.wish}</Text>
      <Text>{truth.tool}</Text>
      {practice.mishaps.length > 0 && (
        <>
          <Heading as="h3" size="sm" mt="2">
            Where hands did not look first
          </Heading>
          <Stack as="ul" gap="0.5" ps="5">
            {practice.mishaps.map((s) => (
              <Text as="li" key={s.told}>
                {s.told} {s.caution}
              </Text>
            ))}
          </Stack>
        </>
      )}
      {truth.steps.length > 0 && (
        <details>
          <summary style={SUMMARY}>Step by step, and what each told ({truth.steps.length})</summary>
          <Steps
            steps={truth.steps}
            disabled={again.isPending}
            onAgain={(from) => again.mutate(from, { onSuccess: (begun) => navigate(`/jobs/${begun.job}`) })}
          />
          {again.isError && (
            <Text role="alert" color="stop">
              {again.error.message}
            </Text>
          )}
        </details>
      )}
      <Text mt="2">
        <Link to="/practice" style={{ textDecoration: 'underline' }}>
          Back to the range
        </Link>
      </Text>
    </Box>
  );
}

function Steps({
  steps,
  disabled,
  onAgain,
}: {
  steps: Recounted[];
  disabled: boolean;
  onAgain: (from: Recounted) => void;
}) {
  return (
    <Box overflowX="auto">
      <Table.Root size="sm">
        <Table.Header>
          <Table.Row>
            <Table.ColumnHeader>Clock</Table.ColumnHeader>
            <Table.ColumnHeader>Step</Table.ColumnHeader>
            <Table.ColumnHeader>What it told</Table.ColumnHeader>
            <Table.ColumnHeader>Again</Table.ColumnHeader>
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {steps.map((s) => (
            <Table.Row key={`${s.version} ${s.asks}`}>
              <Table.Cell whiteSpace="nowrap">{s.minutes} min</Table.Cell>
              <Table.Cell>{s.step}</Table.Cell>
              <Table.Cell whiteSpace="pre-line">
                {s.answer}
                {s.answer && s.told && '\n'}
                {s.told}
              </Table.Cell>
              <Table.Cell>
                <Button
                  size="xs"
                  variant="outline"
                  disabled={disabled}
                  aria-label={`Again from before: ${s.step}, at ${s.minutes} min`}
                  onClick={() => onAgain(s)}
                >
                  From here
                </Button>
              </Table.Cell>
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
    </Box>
  );
}
