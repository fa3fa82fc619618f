import { Box, Button, Flex, Text } from '@chakra-ui/react';
import { Small } from '../../../parts/Labelled';
import * as d from './draft';
import { Chips, Select, SIDES } from './PartForm';
import { words } from '../../../api/words';

type Props = { record: d.MachineRecord; onChange: (next: d.MachineRecord) => void };
const START: ['needsMains' | 'asksForKey' | 'losesClock' | 'coverOffSafe', string][] = [
  ['needsMains', words['notice.NEEDS_MAINS']],
  ['asksForKey', words['notice.ASKS_FOR_KEY']],
  ['losesClock', words['notice.LOSES_CLOCK']],
  ['coverOffSafe', 'Its cover may be off at a start.'],
];
const FORMS: [d.MachineRecord['access']['outlines'][number]['form'], string][] = [
  ['CLAMSHELL_BASE', 'clamshell base'],
  ['KEYBOARD_SIDE', 'keyboard side'],
  ['ALL_IN_ONE_BACK', 'all-in-one back'],
  ['BOX', 'box'],
  ['TOWER', 'tower'],
  ['RACK', 'rack'],
];
const SOURCES: [d.MachineRecord['limits'][number]['source'], string][] = [
  ['MAKER', 'maker'],
  ['CONTROLLER', 'controller'],
  ['FIRMWARE', 'firmware'],
  ['REPORTED', 'reported'],
  ['SELLER', 'seller'],
];

/** How each position is reached, with up to four ways, and which way its notch lies. */
export function Ways({ record, onChange }: Props) {
  const parts = record.access.parts.map((p): [string, string] => [p.id, p.name]);
  const set = (id: string, change: Partial<d.MachineRecord['positions'][number]>) =>
    onChange({ ...record, positions: d.inList(record.positions, id, change) });
  return (
    <Box as="section" aria-label="Ways in">
      {record.positions
        .filter((p) => p.socket)
        .map((p) => (
          <Box key={p.id} mb="2">
            <Flex gap="3" align="center" wrap="wrap">
              <Text fontWeight="700">{p.label}</Text>
              <Small
                label="notch"
                width="14rem"
                value={p.socket?.keySide ?? ''}
                onCommit={(keySide) => p.socket && set(p.id, { socket: { ...p.socket, keySide } })}
              />
              <Select
                label="from"
                value={p.provenance}
                options={[
                  ['VARIANT_MANUAL', 'manual of the variant'],
                  ['SERIES_MANUAL', 'manual of the series'],
                  ['OWN_BENCH', 'own bench'],
                  ['FIRST_LOOK', 'first look'],
                  ['NOT_STATED', 'not stated'],
                ]}
                onChange={(provenance) => set(p.id, { provenance })}
              />
            </Flex>
            {p.access.map((way, i) => (
              <Chips
                // biome-ignore lint/suspicious/noArrayIndexKey: a way has no name but its place
                key={i}
                label={i === 0 ? 'Off to reach it' : 'or'}
                options={parts}
                value={way}
                onToggle={(part) =>
                  set(p.id, {
                    access: p.access
                      .map((w, k) => (k === i ? d.toggle(w, part) : w))
                      .filter((w) => w.length > 0),
                  })
                }
              />
            ))}
            {p.access.length < 4 && (
              <Chips
                label={p.access.length === 0 ? 'Off to reach it' : 'or another way'}
                options={parts}
                value={[]}
                onToggle={(part) => set(p.id, { access: [...p.access, [part]] })}
              />
            )}
          </Box>
        ))}
    </Box>
  );
}

/** What closing has to mind beside what lies over what. */
export function Closing({ record, onChange }: Props) {
  const parts = record.access.parts.map((p): [string, string] => [p.id, p.name]);
  const { closing } = record.access;
  const set = (next: typeof closing) => onChange({ ...record, access: { ...record.access, closing: next } });
  if (parts.length === 0) return <Text color="quiet">No parts yet.</Text>;
  return (
    <Box as="section" aria-label="Closing">
      {closing.map((c, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: an edge has no name but its place
        <Flex key={i} gap="3" align="center" wrap="wrap" mb="1">
          <Select
            label="first"
            value={c.first}
            options={parts}
            onChange={(first) => set(closing.map((x, k) => (k === i ? { ...x, first } : x)))}
          />
          <Select
            label="then"
            value={c.then}
            options={[...parts, ['test-start', 'the first start']]}
            onChange={(then) => set(closing.map((x, k) => (k === i ? { ...x, then } : x)))}
          />
          <Button
            size="xs"
            variant="outline"
            color="ink"
            onClick={() => set(closing.filter((_, k) => k !== i))}
          >
            Take it out
          </Button>
        </Flex>
      ))}
      <Button
        size="sm"
        variant="outline"
        color="ink"
        onClick={() => set([...closing, { first: parts[0][0], then: 'test-start' }])}
      >
        Add what goes back before what
      </Button>
    </Box>
  );
}

/** Size and form of each side, so that screws stand where they are. */
export function Sides({ record, onChange }: Props) {
  const { outlines } = record.access;
  const set = (next: typeof outlines) =>
    onChange({ ...record, access: { ...record.access, outlines: next } });
  const used = [...new Set(record.access.parts.map((p) => p.side))];
  return (
    <Box as="section" aria-label="Sides">
      <Flex mb="2">
        <Select
          label="Lies up when the work begins:"
          value={record.access.restsOn}
          options={SIDES}
          onChange={(restsOn) => onChange({ ...record, access: { ...record.access, restsOn } })}
        />
      </Flex>
      {used.map((side) => {
        const o = outlines.find((x) => x.side === side);
        const name = SIDES.find(([k]) => k === side)?.[1];
        const change = (next: Partial<NonNullable<typeof o>>) =>
          set([
            ...outlines.filter((x) => x.side !== side),
            {
              side,
              form: o?.form ?? 'CLAMSHELL_BASE',
              widthMillimetres: o?.widthMillimetres ?? 320,
              depthMillimetres: o?.depthMillimetres ?? 220,
              ...next,
            },
          ]);
        return (
          <Flex key={side} gap="3" align="center" wrap="wrap" mb="1">
            <Text minW="6rem" fontWeight="600">
              {name}
            </Text>
            <Select
              label="drawn as"
              value={o?.form ?? 'CLAMSHELL_BASE'}
              options={FORMS}
              onChange={(form) => change({ form })}
            />
            <Small
              label="wide, mm"
              value={o ? String(o.widthMillimetres) : ''}
              onCommit={(v) => change({ widthMillimetres: Number.parseInt(v, 10) || 0 })}
            />
            <Small
              label="deep, mm"
              value={o ? String(o.depthMillimetres) : ''}
              onCommit={(v) => change({ depthMillimetres: Number.parseInt(v, 10) || 0 })}
            />
          </Flex>
        );
      })}
    </Box>
  );
}

/** What it does at the first start, and its codes. */
export function StartForm({ record, onChange }: Props) {
  const set = (change: Partial<d.MachineRecord['start']>) =>
    onChange({ ...record, start: { ...record.start, ...change } });
  const on = START.filter(([k]) => record.start[k]).map(([k]) => k);
  return (
    <Box as="section" aria-label="Start">
      <Chips
        label="At the first start"
        options={START}
        value={on}
        onToggle={(k) => set({ [k]: !record.start[k] })}
      />
      {record.start.signals.map((s, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a code has no name but its words
        <Flex key={i} gap="2" mb="1">
          <Small
            label="code"
            width="24rem"
            value={s}
            onCommit={(v) =>
              set({
                signals: record.start.signals.map((x, k) => (k === i ? v : x)).filter((x) => x.trim() !== ''),
              })
            }
          />
        </Flex>
      ))}
      <Button
        size="sm"
        variant="outline"
        color="ink"
        onClick={() => set({ signals: [...record.start.signals, 'what is seen or heard: memory'] })}
      >
        Add a light or sound code
      </Button>
    </Box>
  );
}

/** What each source says of totals. */
export function Limits({ record, onChange }: Props) {
  const { limits } = record;
  return (
    <Box as="section" aria-label="Limits">
      {limits.map((l, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a claim has no name but its place
        <Flex key={i} gap="3" align="center" wrap="wrap" mb="1">
          <Select
            label="says"
            value={l.source}
            options={SOURCES}
            onChange={(source) =>
              onChange({ ...record, limits: limits.map((x, k) => (k === i ? { ...x, source } : x)) })
            }
          />
          {l.quantity === 'TOTAL' || l.quantity === 'PER_SLOT' ? (
            <Small
              label={l.quantity === 'TOTAL' ? 'total' : 'per slot'}
              value={String(l.size ?? '')}
              onCommit={(v) =>
                onChange({
                  ...record,
                  limits: limits.map((x, k) =>
                    k === i ? { ...x, size: /^\d+$/.test(v.trim()) ? `${v.trim()} GiB` : v } : x,
                  ),
                })
              }
            />
          ) : (
            <Text>{l.quantity.toLowerCase().replaceAll('_', ' ')}</Text>
          )}
          <Small
            label="where"
            width="14rem"
            value={l.where}
            onCommit={(where) =>
              onChange({ ...record, limits: limits.map((x, k) => (k === i ? { ...x, where } : x)) })
            }
          />
          <Small
            label="firmware from"
            width="6rem"
            value={l.firmware ?? ''}
            onCommit={(v) =>
              onChange({
                ...record,
                limits: limits.map((x, k) => (k === i ? { ...x, firmware: v.trim() || undefined } : x)),
              })
            }
          />
          <Small
            label="processor"
            width="8rem"
            value={l.processor ?? ''}
            onCommit={(v) =>
              onChange({
                ...record,
                limits: limits.map((x, k) => (k === i ? { ...x, processor: v.trim() || undefined } : x)),
              })
            }
          />
          <Button
            size="xs"
            variant="outline"
            color="ink"
            onClick={() => onChange({ ...record, limits: limits.filter((_, k) => k !== i) })}
          >
            Take it out
          </Button>
        </Flex>
      ))}
      <Button
        size="sm"
        variant="outline"
        color="ink"
        onClick={() =>
          onChange({
            ...record,
            limits: [
              ...limits,
              {
                source: 'MAKER',
                quantity: 'TOTAL',
                size: '16 GiB',
                where: 'data sheet',
              } as (typeof limits)[number],
            ],
          })
        }
      >
        Add what a source says
      </Button>
    </Box>
  );
}
