import { Box, Button, Flex, Grid, Input, NativeSelect, Text, Textarea } from '@chakra-ui/react';
import type { Schemas } from '../../../api/client';
import { Small } from '../../../parts/Labelled';
import * as d from './draft';

type Cable = Schemas['Connector'];

export const KINDS: [d.Part['kind'], string][] = [
  ['COVER', 'cover or base'],
  ['HATCH', 'hatch'],
  ['KEYBOARD', 'keyboard'],
  ['BATTERY', 'battery pack'],
  ['BATTERY_PLUG', 'battery plug'],
  ['PLATE', 'plate'],
  ['TAPE', 'tape or foil'],
  ['CAGE', 'cage or fan'],
  ['CARRIER', 'memory carrier'],
  ['DRIVE', 'drive'],
  ['RIBBON', 'ribbon'],
  ['STAND', 'stand'],
  ['SCREWS', 'screws only'],
];
export const SIDES: [d.Side, string][] = [
  ['BOTTOM', 'bottom'],
  ['TOP', 'top'],
  ['LEFT', 'left side'],
  ['RIGHT', 'right side'],
  ['FRONT', 'front'],
  ['BACK', 'back'],
];
const CAUTIONS: [d.Part['cautions'][number], string][] = [
  ['BATTERY_HEALTHY', 'lithium battery'],
  ['BATTERY_PLUG', 'battery plug'],
  ['MAINS', 'mains'],
  ['HEAT', 'heat'],
  ['EDGES', 'edges'],
  ['GLASS', 'glass'],
  ['WEIGHT', 'weight'],
  ['ESD', 'static'],
  ['RIBBON', 'ribbon'],
  ['RESISTANCE', 'resistance'],
  ['SEAL', 'seal'],
];
const CHECKS: [d.Part['checks'][number], string][] = [
  ['KEYS', 'keys'],
  ['TOUCHPAD', 'touchpad'],
  ['BACKLIGHT', 'backlight'],
  ['SOUND', 'sound'],
  ['CAMERA', 'camera'],
  ['WIRELESS', 'wireless'],
  ['PORTS', 'ports'],
  ['FAN', 'fan'],
  ['CHARGING', 'charging'],
  ['SLEEP_AND_WAKE', 'sleep and wake'],
  ['DRIVE_SEEN', 'drive seen'],
];

/** One part: what lies over it, how it comes off and goes back, its cables. */
export function PartForm({
  record,
  part,
  onChange,
}: {
  record: d.MachineRecord;
  part: d.Part;
  onChange: (next: d.MachineRecord) => void;
}) {
  const change = (next: Partial<d.Part>) => onChange(d.changePart(record, part.id, next));
  const others = record.access.parts.filter((p) => p.id !== part.id);
  return (
    <Box>
      <Flex gap="2" wrap="wrap" align="center" mb="2">
        <Small label="Name" width="11rem" value={part.name} onCommit={(name) => change({ name })} />
        <Select label="kind" value={part.kind} options={KINDS} onChange={(kind) => change({ kind })} />
        <Select
          label="comes off on"
          value={part.side}
          options={SIDES}
          onChange={(side) => change({ side })}
        />
        <Small
          label="seconds off"
          value={String(part.secondsOff)}
          onCommit={(v) => change({ secondsOff: Number.parseInt(v, 10) || 0 })}
        />
        <Small
          label="seconds on"
          value={String(part.secondsOn)}
          onCommit={(v) => change({ secondsOn: Number.parseInt(v, 10) || 0 })}
        />
      </Flex>
      <Chips
        label="Off before it"
        options={others.map((p): [string, string] => [p.id, p.name])}
        value={part.needsOff}
        onToggle={(id) => change({ needsOff: d.toggle(part.needsOff, id) })}
      />
      <Chips
        label="Raised to put it back"
        options={others
          .filter(
            (p) =>
              part.raises.includes(p.id) ||
              (p.kind === 'BATTERY' && ['BATTERY_PLUG', 'RIBBON'].includes(part.kind)),
          )
          .map((p): [string, string] => [p.id, p.name])}
        value={part.raises}
        onToggle={(id) => change({ raises: d.toggle(part.raises, id) })}
      />
      <Grid templateColumns={{ base: '1fr', md: '1fr 1fr', xl: '1fr' }} gap="3" mt="2">
        <Words label="How it comes off" value={part.how} onCommit={(how) => change({ how })} />
        <Words label="How it goes back" value={part.howOn} onCommit={(howOn) => change({ howOn })} />
      </Grid>
      <Box mt="2">
        <Text fontWeight="600">Cables</Text>
        {part.connectors.map((c) => (
          <CableRow
            key={c.id}
            cable={c}
            onChange={(next) => change({ connectors: d.inList(part.connectors, c.id, next) })}
          />
        ))}
        <Button
          size="sm"
          variant="outline"
          color="ink"
          onClick={() =>
            change({
              connectors: [
                ...part.connectors,
                {
                  id: d.freshNumber(
                    'r',
                    part.connectors.map((c) => c.id),
                  ),
                  name: 'Ribbon',
                  kind: 'RIBBON',
                  lock: '',
                  route: '',
                  mark: '',
                  mayStay: false,
                  feeds: [],
                },
              ],
            })
          }
        >
          Add a cable
        </Button>
      </Box>
      <Chips
        label="Cautions"
        options={CAUTIONS}
        value={part.cautions}
        onToggle={(c) => change({ cautions: d.toggle(part.cautions, c) })}
      />
      <Chips
        label="Tried afterwards"
        options={CHECKS}
        value={part.checks}
        onToggle={(c) => change({ checks: d.toggle(part.checks, c) })}
      />
      <Flex gap="3" align="center" wrap="wrap" mt="2">
        <Small label="Source" width="11rem" value={part.source} onCommit={(source) => change({ source })} />
        <Button
          size="sm"
          variant="outline"
          color="ink"
          onClick={() => onChange(d.removePart(record, part.id))}
        >
          Take this part out
        </Button>
      </Flex>
    </Box>
  );
}

function CableRow({
  cable: c,
  onChange,
}: {
  cable: Cable;
  onChange: (next: Partial<Cable> | undefined) => void;
}) {
  return (
    <Flex gap="2" align="center" wrap="wrap" mb="1">
      <Small label="name" width="10rem" value={c.name} onCommit={(name) => onChange({ name })} />
      <Small label="lock" width="11rem" value={c.lock} onCommit={(lock) => onChange({ lock })} />
      <Small label="runs" width="9rem" value={c.route} onCommit={(route) => onChange({ route })} />
      <Small label="in to" width="8rem" value={c.mark} onCommit={(mark) => onChange({ mark })} />
      <Button
        size="xs"
        variant={c.mayStay ? 'solid' : 'outline'}
        color={c.mayStay ? undefined : 'ink'}
        aria-pressed={c.mayStay}
        onClick={() => onChange({ mayStay: !c.mayStay })}
      >
        may stay
      </Button>
      <NativeSelect.Root size="sm" width="9rem">
        <NativeSelect.Field
          aria-label={`What ${c.name} feeds`}
          bg="panel"
          value={c.feeds[0] ?? ''}
          onChange={(e) =>
            onChange({ feeds: e.target.value ? [e.target.value as Cable['feeds'][number]] : [] })
          }
        >
          <option value="">feeds: not noted</option>
          {CHECKS.map(([k, t]) => (
            <option key={k} value={k}>
              {t}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
      <Button
        size="xs"
        variant="outline"
        color="ink"
        aria-label={`Take ${c.name} out`}
        onClick={() => onChange(undefined)}
      >
        Take it out
      </Button>
    </Flex>
  );
}

export function Select<T extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: T;
  options: [T, string][];
  onChange: (value: T) => void;
}) {
  return (
    <Flex asChild align="center" gap="1">
      <label>
        <Text as="span" fontSize="sm" color="quiet">
          {label}
        </Text>
        <NativeSelect.Root size="sm" width="10rem">
          <NativeSelect.Field bg="panel" value={value} onChange={(e) => onChange(e.target.value as T)}>
            {options.map(([k, t]) => (
              <option key={k} value={k}>
                {t}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
      </label>
    </Flex>
  );
}

/** Several of a few, each a button that is in or out. */
export function Chips<T extends string>({
  label,
  options,
  value,
  onToggle,
}: {
  label: string;
  options: [T, string][];
  value: readonly T[];
  onToggle: (item: T) => void;
}) {
  if (options.length === 0) return null;
  return (
    <Flex gap="1.5" wrap="wrap" align="center" my="1.5" role="group" aria-label={label}>
      <Text fontWeight="600" minW="8rem">
        {label}
      </Text>
      {options.map(([key, text]) => (
        <Button
          key={key}
          size="xs"
          variant={value.includes(key) ? 'solid' : 'outline'}
          color={value.includes(key) ? undefined : 'ink'}
          aria-pressed={value.includes(key)}
          onClick={() => onToggle(key)}
        >
          {text}
        </Button>
      ))}
    </Flex>
  );
}

function Words({ label, value, onCommit }: { label: string; value: string; onCommit: (v: string) => void }) {
  return (
    <label>
      <Text fontWeight="600">{label}</Text>
      <Textarea
        key={value}
        defaultValue={value}
        rows={2}
        maxLength={2000}
        onBlur={(e) => e.target.value !== value && onCommit(e.target.value)}
      />
    </label>
  );
}

/** A name for something new. */
export function NewOne({ label, onAdd }: { label: string; onAdd: (name: string) => void }) {
  const add = (input: HTMLInputElement | null) => {
    if (input?.value.trim()) {
      onAdd(input.value.trim());
      input.value = '';
    }
  };
  return (
    <Flex gap="2" asChild>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          add(e.currentTarget.querySelector('input'));
        }}
      >
        <Input size="sm" aria-label={label} placeholder={label} maxLength={100} />
        <Button size="sm" type="submit" variant="outline" color="ink">
          Add
        </Button>
      </form>
    </Flex>
  );
}
