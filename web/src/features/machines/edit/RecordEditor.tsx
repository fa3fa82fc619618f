import { Box, Button, Flex, Grid, Heading, Link, Stack, Text } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import { Link as RouterLink, useNavigate, useParams } from 'react-router';
import { Press } from '../../../parts/Hand';
import { type KeyMap, Keys } from '../../../parts/keys';
import { useChangeRecord, useCheckedRecord, useMachine, useWholeRecord } from '../api';
import { Faults } from '../Faults';
import { Bays } from './Bays';
import { Controllers } from './Controllers';
import * as d from './draft';
import { Closing, Limits, Sides, StartForm, Ways } from './Others';
import { KINDS, NewOne, Select, SIDES } from './PartForm';
import { Slots } from './Slots';
import { PartRoom } from './PartRoom';

const kept = (id: string) => `ridge-record:${id}`;

/** What was typed and not sent yet, of the version it was begun from. */
function keptDraft(id: string, version: number): d.MachineRecord | undefined {
  try {
    const stored = JSON.parse(localStorage.getItem(kept(id)) ?? '') as {
      version: number;
      record: d.MachineRecord;
    };
    return stored.version === version ? stored.record : undefined;
  } catch {
    return undefined;
  }
}

/** A machine record as a whole: drawn, checked while it is drawn, and sent as the next version. */
export function RecordEditor() {
  const { id = '' } = useParams();
  const machine = useMachine(id);
  const whole = useWholeRecord(id, machine.data?.summary.version);
  if (machine.error || whole.error)
    return (
      <Box as="main" p="6" role="alert">
        {(machine.error ?? whole.error)?.message}
      </Box>
    );
  if (!machine.data || !whole.data) return <Text p="6">One moment …</Text>;
  return (
    <Editor
      key={machine.data.summary.version}
      id={id}
      name={machine.data.summary.name}
      version={machine.data.summary.version}
      record={whole.data}
    />
  );
}

function Editor({
  id,
  name,
  version,
  record,
}: {
  id: string;
  name: string;
  version: number;
  record: d.MachineRecord;
}) {
  const navigate = useNavigate();
  const [draft, setDraft] = useState(() => {
    const mine = keptDraft(id, version);
    return mine ? d.edit(d.begin(record), mine) : d.begin(record);
  });
  const [chosen, setChosen] = useState(record.access.parts[0]?.id);
  const [kind, setKind] = useState<d.Part['kind']>('COVER');
  const [side, setSide] = useState<d.Side>('BOTTOM');
  const [section, setSection] = useState<
    'PARTS' | 'SLOTS' | 'WAYS' | 'BAYS' | 'CLOSING' | 'SIDES' | 'START' | 'LIMITS' | 'CONTROLLERS'
  >('PARTS');
  const look = useCheckedRecord(draft.record);
  const send = useChangeRecord(id);
  const changed = draft.record !== record;
  // Every step is kept in this browser until it is sent.
  useEffect(() => {
    if (changed) localStorage.setItem(kept(id), JSON.stringify({ version, record: draft.record }));
    else localStorage.removeItem(kept(id));
  }, [changed, draft.record, id, version]);
  const keys: KeyMap = [
    {
      keys: 'Ctrl+Z',
      does: 'undo the last step of this record',
      match: (e) => e.ctrlKey && !e.shiftKey && e.key === 'z',
      run: (e) => (e.preventDefault(), setDraft(d.undo)),
    },
    {
      keys: 'Ctrl+Shift+Z',
      does: 'redo',
      match: (e) => e.ctrlKey && e.shiftKey && e.key === 'Z',
      run: (e) => (e.preventDefault(), setDraft(d.redo)),
    },
  ];
  const change = (next: d.MachineRecord) => setDraft((now) => d.edit(now, next));
  const part = draft.record.access.parts.find((p) => p.id === chosen) ?? draft.record.access.parts[0];
  const faults = look.data?.faults ?? [];
  const sections = {
    SLOTS: 'Slots and channels',
    WAYS: 'Ways in',
    BAYS: 'Other places',
    CLOSING: 'Closing',
    SIDES: 'Sides',
    START: 'First start',
    LIMITS: 'Limits',
    CONTROLLERS: 'Controllers and rates',
  };
  const yields = (
    <Box
      as="section"
      aria-label="What it yields"
      aria-live="polite"
      bg="panel"
      borderRadius="md"
      px="4"
      py="2"
      mt="3"
    >
      {look.error && <Text color="stop">{look.error.message}</Text>}
      {faults.length > 0 ? (
        <Box color="stop">
          <Text fontWeight="700">⬣ It does not hold together yet</Text>
          <Box as="ul" ps="5" listStyleType="disc">
            {faults.map((f) => (
              <li key={f.path + f.fault + f.value}>
                <b>{f.path}</b> {f.fault} {f.value && `(${f.value})`}
              </li>
            ))}
          </Box>
        </Box>
      ) : (
        look.data && <Text fontWeight="700">Checked as you draw: nothing contradicts.</Text>
      )}
      {(look.data?.ways ?? []).map((w) => (
        <Text key={w.position} data-way={w.position}>
          <b>
            {w.label}: {w.minutes} min{w.turns > 0 && `, ${w.turns} ${w.turns === 1 ? 'turn' : 'turns'}`}.
          </b>{' '}
          {w.off.length > 0 ? `Off: ${w.off.join(', ')}. ` : 'Open to the hand. '}
          {w.off.length > 0 && (
            <Text as="span" color="quiet">
              Back: {w.back.join(', ')}.
            </Text>
          )}
        </Text>
      ))}
    </Box>
  );
  return (
    <Box as="main" p={{ base: '3', md: '4' }} width="full">
      <Keys map={keys} />
      <Flex gap="3" align="center" wrap="wrap" mb="3">
        <Heading as="h1" size="lg" flex="1" minW="14rem">
          {name}: the way in
        </Heading>
        <Text color="quiet">{changed ? 'not sent yet, kept in this browser' : `version ${version}`}</Text>
        <Button
          size="sm"
          variant="outline"
          color="ink"
          disabled={draft.before.length === 0}
          onClick={() => setDraft(d.undo)}
        >
          Undo
        </Button>
        <Button
          size="sm"
          variant="outline"
          color="ink"
          disabled={draft.after.length === 0}
          onClick={() => setDraft(d.redo)}
        >
          Redo
        </Button>
        <Link asChild color="accent" textDecoration="underline">
          <RouterLink to={`/machines/${id}`}>To the record</RouterLink>
        </Link>
        <Press
          lacks={
            !changed
              ? 'Nothing is changed yet.'
              : faults.length > 0
                ? 'It does not hold together yet: what contradicts stands under the drawing.'
                : look.isFetching && 'One moment: it is being checked.'
          }
          loading={send.isPending}
          onClick={() =>
            send.mutate(
              { record: draft.record, expectedVersion: version },
              { onSuccess: () => (localStorage.removeItem(kept(id)), navigate(`/machines/${id}`)) },
            )
          }
        >
          Keep as version {version + 1}
        </Press>
      </Flex>
      <Faults problem={send.error} />
      <Grid
        templateColumns={{ base: 'minmax(0, 1fr)', lg: '15rem minmax(0, 1fr)' }}
        gap="4"
        alignItems="start"
      >
        <Box>
          <Text color="quiet" fontSize="sm">
            In the order of coming off
          </Text>
          <Stack gap="0.5" as="nav" aria-label="Parts">
            {d.inOrder(draft.record.access.parts).map(({ part: p, depth }) => {
              const on = section === 'PARTS' && p.id === part?.id;
              return (
                <Button
                  key={p.id}
                  size="sm"
                  height="auto"
                  py="1.5"
                  ps={`${0.75 + 0.75 * Math.min(depth, 4)}rem`}
                  justifyContent="space-between"
                  textAlign="start"
                  whiteSpace="normal"
                  variant="ghost"
                  bg={on ? 'accentSoft' : undefined}
                  color="ink"
                  aria-current={on || undefined}
                  onClick={() => {
                    setSection('PARTS');
                    setChosen(p.id);
                  }}
                >
                  {p.name}
                  <Text as="span" color="quiet" fontWeight="400" fontSize="xs" textAlign="right">
                    {p.fasteners.length > 0 && `${p.fasteners.length} screws, `}
                    {p.secondsOff < 60 ? `${p.secondsOff} s` : `${Math.round(p.secondsOff / 60)} min`}
                  </Text>
                </Button>
              );
            })}
          </Stack>
          <details>
            <Box as="summary" cursor="pointer" fontWeight="600" my="2">
              Add a part
            </Box>
            <Stack gap="2">
              <Select label="a" value={kind} options={KINDS} onChange={setKind} />
              <Select label="on" value={side} options={SIDES} onChange={setSide} />
              <NewOne
                label="name of a new part"
                onAdd={(n) => {
                  const next = d.addPart(draft.record, n, kind, side);
                  change(next);
                  setSection('PARTS');
                  setChosen(next.access.parts.at(-1)?.id ?? '');
                }}
              />
            </Stack>
          </details>
          <Stack gap="0.5" mt="2" role="tablist" aria-orientation="vertical" aria-label="What of the record">
            {(Object.keys(sections) as (keyof typeof sections)[]).map((s) => (
              <Button
                key={s}
                size="sm"
                role="tab"
                aria-selected={section === s}
                justifyContent="start"
                variant="ghost"
                bg={section === s ? 'accentSoft' : undefined}
                color="ink"
                onClick={() => setSection(s)}
              >
                {sections[s]}
              </Button>
            ))}
          </Stack>
        </Box>
        <Box minW="0">
          {section === 'PARTS' &&
            (part ? (
              <PartRoom key={part.id} record={draft.record} part={part} onChange={change} yields={yields} />
            ) : (
              <Text color="quiet">
                A part is whatever has to come off: the base, a hatch, the battery's plug, a plate. Name the
                first one at the left.
              </Text>
            ))}
          {section === 'SLOTS' && <Slots record={draft.record} onChange={change} />}
          {section === 'WAYS' && <Ways record={draft.record} onChange={change} />}
          {section === 'BAYS' && <Bays record={draft.record} onChange={change} />}
          {section === 'CLOSING' && <Closing record={draft.record} onChange={change} />}
          {section === 'SIDES' && <Sides record={draft.record} onChange={change} />}
          {section === 'START' && <StartForm record={draft.record} onChange={change} />}
          {section === 'CONTROLLERS' && <Controllers record={draft.record} onChange={change} />}
          {section === 'LIMITS' && <Limits record={draft.record} onChange={change} />}
          {section !== 'PARTS' && yields}
        </Box>
      </Grid>
    </Box>
  );
}
