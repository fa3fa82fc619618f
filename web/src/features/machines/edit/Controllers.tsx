import { Box, Button, Flex, Stack, Text } from '@chakra-ui/react';
import { Small } from '../../../parts/Labelled';
import type * as d from './draft';
import { Select } from './PartForm';

type Controller = d.MachineRecord['controller'];

/** Numbers as they are typed are rates; what is no number is sent as it stands, and the check says so. */
const rate = (text: string) => (/^\d+$/.test(text) ? `${text} MT/s` : text);
const bare = (text: unknown) => String(text).replace(/ (MT\/s|MiB)$/, '');

/** The controllers this model comes with, one for each kind of processor; what Take in asks is their names. */
export function Controllers({
  record,
  onChange,
}: {
  record: d.MachineRecord;
  onChange: (next: d.MachineRecord) => void;
}) {
  const others = record.otherControllers;
  const set = (next: typeof others) => onChange({ ...record, otherControllers: next });
  return (
    <Stack gap="5">
      <One
        title="Controller of the usual processor"
        controller={record.controller}
        onChange={(controller) => onChange({ ...record, controller })}
      />
      {others.map((c, i) => (
        <One
          // biome-ignore lint/suspicious/noArrayIndexKey: its name is what is typed here
          key={i}
          title={`With another processor, ${i + 1}`}
          controller={c}
          onChange={(next) => set(others.map((x, k) => (k === i ? next : x)))}
          onRemove={() => set(others.filter((_, k) => k !== i))}
        />
      ))}
      <Box>
        <Button
          size="sm"
          variant="outline"
          color="ink"
          onClick={() =>
            set([...others, { ...record.controller, name: `another processor ${others.length + 1}` }])
          }
        >
          Add a controller of another processor
        </Button>
        {others.length === 0 && (
          <Text color="quiet" fontSize="sm" mt="1">
            Where all machines of this model run alike, one is enough. The new one begins as the usual one.
          </Text>
        )}
      </Box>
    </Stack>
  );
}

function One({
  title,
  controller: c,
  onChange,
  onRemove,
}: {
  title: string;
  controller: Controller;
  onChange: (next: Controller) => void;
  onRemove?: () => void;
}) {
  const { caps, steps } = c;
  const rates = steps.map((s): [string, string] => [String(s), String(s)]);
  const setCaps = (next: typeof caps) => onChange({ ...c, caps: next });
  const number = (v: string) => (v.trim() ? Number.parseInt(v, 10) || 0 : undefined);
  const setRow = (i: number, row: Partial<(typeof caps)[number]>) =>
    setCaps(caps.map((x, k) => (k === i ? { ...x, ...row } : x)));
  return (
    <Box as="section" aria-label={title}>
      <Flex gap="3" align="center" wrap="wrap" mb="1">
        <Text fontWeight="700" minW="15rem">
          {title}
        </Text>
        <Small label="called" width="16rem" value={c.name} onCommit={(name) => onChange({ ...c, name })} />
        {onRemove && (
          <Button size="xs" variant="outline" color="ink" onClick={onRemove}>
            Take it out
          </Button>
        )}
      </Flex>
      <Flex gap="3" align="center" wrap="wrap" mb="2">
        <Small
          label="rates it runs, MT/s"
          width="16rem"
          value={steps.map(bare).join(', ')}
          onCommit={(v) =>
            onChange({
              ...c,
              steps: v
                .split(/[\s,;]+/)
                .filter(Boolean)
                .map(rate) as typeof steps,
            })
          }
        />
        <Small
          label="graphics keep"
          value={String(c.carveOut)}
          onCommit={(v) =>
            onChange({
              ...c,
              carveOut: (/^\d+$/.test(v.trim()) ? `${v.trim()} MiB` : v) as typeof c.carveOut,
            })
          }
        />
        <Small
          label="ranks a channel bears"
          value={String(c.ranksPerChannel)}
          onCommit={(v) => onChange({ ...c, ranksPerChannel: number(v) ?? 0 })}
        />
      </Flex>
      <Text fontWeight="600">Rate by what fills a channel</Text>
      {caps.map((row, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a row has no name but its place
        <Flex key={i} gap="3" align="center" wrap="wrap" mb="1">
          <Small
            label="modules in a channel"
            value={row.modules === undefined ? '' : String(row.modules)}
            onCommit={(v) => setRow(i, { modules: number(v) })}
          />
          <Small
            label="ranks"
            value={row.ranks === undefined ? '' : String(row.ranks)}
            onCommit={(v) => setRow(i, { ranks: number(v) })}
          />
          <Select
            label="at most"
            value={String(row.rate)}
            options={rates}
            onChange={(r) => setRow(i, { rate: r })}
          />
          <Button
            size="xs"
            variant="outline"
            color="ink"
            onClick={() => setCaps(caps.filter((_, k) => k !== i))}
          >
            Take it out
          </Button>
        </Flex>
      ))}
      {rates.length > 0 && (
        <Button
          size="sm"
          variant="outline"
          color="ink"
          onClick={() =>
            setCaps([...caps, { rate: rates[0][0], source: 'own bench' } as (typeof caps)[number]])
          }
        >
          Add a row
        </Button>
      )}
    </Box>
  );
}
