import { Box, Button, Flex, Heading, Table, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { SelectField } from '../../../../parts/Labelled';
import type { Change, JobView } from '../../api';
import { useBeside } from './api';

type Start = JobView['starts'][number];

const MOST = 3;

/** Two or three starts side by side, beside how it came: kit against kit, order against order. What differs is bold. */
export function CompareStarts({
  job,
  change,
  readOnly,
}: {
  job: JobView;
  change: Change;
  readOnly: boolean;
}) {
  const { starts } = job;
  const [chosen, setChosen] = useState<number[]>([]);
  // The last ones, until somebody chooses others.
  const usual = starts.slice(-2).map((s) => s.no);
  const columns = (chosen.length > 0 ? chosen : usual).flatMap((no) => starts.find((s) => s.no === no) ?? []);
  const choices: [string, string][] = starts.map((s) => [String(s.no), `Start ${s.nth}`]);
  const [first] = columns;
  if (!first || starts.length < 2) return null;
  const set = (at: number, no: number | undefined) =>
    setChosen(columns.map((s) => s.no).flatMap((old, i) => (i === at ? (no ?? []) : old)));
  const spare = [...starts].reverse().find((s) => !columns.includes(s));
  return (
    <Box as="section" aria-label="Starts side by side" overflowX="auto">
      <Flex align="center" gap="3" mb="2">
        <Heading as="h2" size="md">
          Starts side by side
        </Heading>
        {spare && columns.length < MOST && (
          <Button
            size="xs"
            variant="outline"
            color="ink"
            onClick={() => setChosen([...columns.map((s) => s.no), spare.no].sort((a, b) => a - b))}
          >
            One more beside them
          </Button>
        )}
      </Flex>
      <Table.Root size="sm">
        <Table.Header>
          <Table.Row bg="panel">
            <Table.ColumnHeader>
              <Text srOnly>What</Text>
            </Table.ColumnHeader>
            <Table.ColumnHeader verticalAlign="bottom">Before the work</Table.ColumnHeader>
            {columns.map((start, at) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a column stays where it is when another start is chosen for it
              <Table.ColumnHeader key={at} verticalAlign="bottom">
                <Flex maxW="12rem">
                  <SelectField
                    label={LABELS[at] ?? ''}
                    value={String(start.no)}
                    options={choices}
                    onChange={(no) => set(at, Number(no))}
                  />
                </Flex>
                <Flex gap="1" wrap="wrap" mt="1">
                  {!readOnly && start.outcome === 'STARTED' && !(start.counts && job.chosen) && (
                    <Button
                      size="xs"
                      variant="outline"
                      color="ink"
                      onClick={() =>
                        void change({
                          type: 'PlanAsStarted',
                          start: start.no,
                          name: `As at start ${start.nth}`,
                        })
                      }
                    >
                      Make it the plan
                    </Button>
                  )}
                  {columns.length > 2 && (
                    <Button
                      size="xs"
                      variant="ghost"
                      color="ink"
                      aria-label={`Put start ${start.nth} aside`}
                      onClick={() => set(at, undefined)}
                    >
                      Put aside
                    </Button>
                  )}
                </Flex>
              </Table.ColumnHeader>
            ))}
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {rows(job, columns).map(([name, before, texts]) => (
            <Table.Row key={name} bg="panel">
              <Table.Cell>{name}</Table.Cell>
              <Table.Cell color="quiet">{before}</Table.Cell>
              {texts.map((text, i) => (
                <Table.Cell
                  // biome-ignore lint/suspicious/noArrayIndexKey: by column
                  key={i}
                  fontWeight={texts.every((t) => t === texts[0]) ? '400' : '700'}
                  whiteSpace="pre-line"
                  overflowWrap="anywhere"
                >
                  {text}
                </Table.Cell>
              ))}
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
      {columns.slice(1).map((s) => (
        <Beside key={s.no} job={job} one={first} other={s} />
      ))}
    </Box>
  );
}

const LABELS = ['One start', 'Another start', 'A third start'];

/** What was measured at both, which is better and by how much. */
function Beside({ job, one, other }: { job: JobView; one: Start; other: Start }) {
  const beside = useBeside(job.id, job.version, one.no, other.no);
  if ((beside.data ?? []).length === 0) return null;
  return (
    <Box mt="2">
      <Text fontWeight="600">
        Start {other.nth} beside start {one.nth}
      </Text>
      {beside.data?.map((m) => (
        <Text key={m.name}>
          {m.name}: {m.before || 'not measured'} / {m.after || 'not measured'}. {m.verdict}
        </Text>
      ))}
    </Box>
  );
}

const SEEN: Record<Start['outcome'], string> = {
  STARTED: 'came up',
  SIGNAL: 'a signal',
  SILENT: 'nothing',
  NOT_SAID: 'not said',
};

/** What was read before the work, by the field of a comparison. */
function before(job: JobView, field: string): string {
  const b = job.before;
  switch (field) {
    case 'FIRMWARE_TOTAL':
      return b.firmwareTotal ?? '';
    case 'SYSTEM_TOTAL':
      return b.systemTotal ?? '';
    case 'USABLE':
      return b.usable ?? '';
    case 'RATE':
      return b.rate?.toString() ?? '';
    case 'CAS_LATENCY':
      return b.casLatency?.toString() ?? '';
    case 'POSITIONS':
      return b.positionsFilled?.toString() ?? '';
    case 'RANKS':
      return b.ranks?.toString() ?? '';
    case 'CHANNELS':
      return b.channels?.toString() ?? '';
    default:
      return '';
  }
}

type Row = [name: string, before: string, starts: string[]];

function rows(job: JobView, columns: Start[]): Row[] {
  const each = (name: string, was: string, of: (s: Start) => string): Row => [name, was, columns.map(of)];
  const read = (s: Start, field: string) => {
    const line = s.comparison.find((l) => l.field === field);
    return line?.found
      ? `${line.found}${line.accepted ? `, accepted (${line.expected} expected)` : ''}`
      : 'not read';
  };
  const measured = (s: Start, name: string) => s.measured.find((m) => m.name === name);
  const all = columns.flatMap((s) => s.measured);
  const names = [...new Set(all.map((m) => m.name))];
  // A reading that none of them has is no line.
  const fields = (columns[0]?.comparison ?? []).filter((l) =>
    columns.some((s) => s.comparison.some((x) => x.field === l.field && x.found)),
  );
  return [
    each('In it', '', (s) => s.arrangement.join('\n') || 'no module'),
    each('Before it', '', (s) => s.actions.join('\n') || 'nothing'),
    each('What it did', '', (s) => `${SEEN[s.outcome]}${s.note ? `: ${s.note}` : ''}`),
    each('Minutes', '', (s) => (s.minutes === undefined ? 'not said' : String(s.minutes))),
    ...fields.map((l) => each(l.name, before(job, l.field), (s) => read(s, l.field))),
    ...names.map((name) =>
      each(name, all.find((m) => m.name === name)?.before ?? '', (s) => {
        const m = measured(s, name);
        return m ? `${m.after}\n${m.verdict}` : 'not measured';
      }),
    ),
  ];
}
