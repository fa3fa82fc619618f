import { Box, Button, Flex, Heading, Stack, Text } from '@chakra-ui/react';
import { Link } from 'react-router';
import type { Schemas } from '../../api/client';
import { type Ask, type Practice, usePractice, usePractising } from './api';

/** What is asked in one breath. */
const GROUPS: { name: string; whats: Ask['what'][] }[] = [
  { name: 'Ask it', whats: ['OUTSIDE', 'WINDOW', 'TABLE', 'CHIP'] },
  { name: 'Look inside', whats: ['LOOK', 'LABEL'] },
  { name: 'Switch it on', whats: ['START'] },
  { name: 'Elsewhere', whats: ['ELSEWHERE'] },
];

/** What is at hand at a station; all else is asked there, too, and stands folded away. */
const AT: Record<string, Ask['what'][]> = {
  TAKE_IN: ['OUTSIDE', 'WINDOW', 'TABLE'],
  READ: ['WINDOW', 'TABLE', 'CHIP', 'LOOK', 'LABEL'],
  OPEN: ['LOOK', 'LABEL'],
  FIT: ['LOOK', 'LABEL'],
  PROVE: ['START', 'ELSEWHERE', 'TABLE'],
};

const SUMMARY = { cursor: 'pointer', marginTop: '0.25rem' };

/** The machine that is not there: what can be asked of it as things stand, what it answered, and what it cost. */
export function MachineOfRange({ job, station }: { job: Schemas['JobView']; station: string }) {
  const practice = usePractice(job.id, job.version);
  const { ask, end } = usePractising(job.id);
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
        <Truth practice={p} />
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
      {(ask.isError || end.isError) && (
        <Text role="alert" color="stop" mt="2">
          {(ask.error ?? end.error)?.message}
        </Text>
      )}
      {last && !p.truth && (
        <Text role="status" mt="2" whiteSpace="pre-line" bg="panel" borderRadius="md" px="3" py="1">
          <Text as="span" color="quiet">
            {last.asked} ({last.minutes} min):{last.told.includes('\n') ? '\n' : ' '}
          </Text>
          <strong>{last.told}</strong>
        </Text>
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

function Truth({ practice }: { practice: Practice }) {
  const truth = practice.truth!;
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
      <Text mt="2">{truth.tool}</Text>
      <Text mt="2">
        <Link to="/practice" style={{ textDecoration: 'underline' }}>
          Back to the range
        </Link>
      </Text>
    </Box>
  );
}
