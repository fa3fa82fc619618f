import { Box, Button, Flex, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { Small } from '../../../parts/Labelled';
import * as d from './draft';
import { Chips, NewOne, Select } from './PartForm';

type Props = { record: d.MachineRecord; onChange: (next: d.MachineRecord) => void };
type Bay = d.MachineRecord['bays'][number];
const KINDS: [Bay['kind'], string][] = [
  ['DRIVE', 'drive bay'],
  ['M2', 'M.2 place'],
  ['WIRELESS', 'wireless card'],
  ['BATTERY', 'battery'],
  ['COOLER', 'cooler'],
];

/** Places that are no memory: what they are called, and what must be off to reach them, a caddy of their own among it. */
export function Bays({ record, onChange }: Props) {
  const [kind, setKind] = useState<Bay['kind']>('DRIVE');
  const parts = record.access.parts.map((p): [string, string] => [p.id, p.name]);
  const set = (id: string, change: Partial<Bay>) =>
    onChange({ ...record, bays: d.inList(record.bays, id, change) });
  return (
    <Box as="section" aria-label="Other places">
      {record.bays.map((b) => (
        <Box key={b.id} mb="2" data-bay={b.id}>
          <Flex gap="3" align="center" wrap="wrap">
            <Small
              label="called"
              width="12rem"
              value={b.label}
              onCommit={(label) => label.trim() && set(b.id, { label: label.trim(), usual: false })}
            />
            <Select label="is a" value={b.kind} options={KINDS} onChange={(k) => set(b.id, { kind: k })} />
            {b.usual && <Text color="quiet">as usual; nobody has looked</Text>}
            {b.usual && (
              <Button size="xs" variant="outline" color="ink" onClick={() => set(b.id, { usual: false })}>
                It is there
              </Button>
            )}
            <Button
              size="xs"
              variant="outline"
              color="ink"
              aria-label={`Take out ${b.label}`}
              onClick={() => onChange({ ...record, bays: record.bays.filter((x) => x.id !== b.id) })}
            >
              Take it out
            </Button>
          </Flex>
          {[...b.access, ...(b.access.length < 4 ? [[]] : [])].map((way, i) => (
            <Chips
              // biome-ignore lint/suspicious/noArrayIndexKey: a way has no name but its place
              key={i}
              label={i === 0 ? 'Off to reach it' : 'or'}
              options={parts}
              value={way}
              onToggle={(part) =>
                set(b.id, {
                  access:
                    i < b.access.length
                      ? b.access.map((w, k) => (k === i ? d.toggle(w, part) : w)).filter((w) => w.length > 0)
                      : [...b.access, [part]],
                })
              }
            />
          ))}
        </Box>
      ))}
      <Flex gap="3" align="center" wrap="wrap">
        <Select label="a new" value={kind} options={KINDS} onChange={setKind} />
        <NewOne
          label="name of a new place"
          onAdd={(label) =>
            onChange({
              ...record,
              bays: [
                ...record.bays,
                {
                  id: d.freshId(label, [
                    ...record.bays.map((b) => b.id),
                    ...record.positions.map((p) => p.id),
                  ]),
                  kind,
                  label: label.slice(0, 60),
                  access: [],
                  usual: false,
                },
              ],
            })
          }
        />
      </Flex>
    </Box>
  );
}
