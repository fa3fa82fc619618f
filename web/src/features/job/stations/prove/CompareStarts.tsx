import { Box, Button, Flex, Heading, Table, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { SelectField } from '../../../../parts/Labelled';
import type { Change, JobView } from '../../api';
import { useBeside } from './api';

type Start = JobView['starts'][number];

/** Two starts side by side, beside how it came: kit against kit, order against order. What differs is bold. */
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
  const [left, setLeft] = useState<number>();
  const [right, setRight] = useState<number>();
  const a = starts.find((s) => s.no === left) ?? starts.at(-2);
  const b = starts.find((s) => s.no === right) ?? starts.at(-1);
  const beside = useBeside(job.id, job.version, a?.no, b?.no);
  const choices: [string, string][] = starts.map((s) => [String(s.no), `Start ${s.nth}`]);
  if (!a || !b || starts.length < 2) return null;
  return (
    <Box as="section" aria-label="Two starts side by side" overflowX="auto">
      <Heading as="h2" size="md" mb="2">
        Two starts side by side
      </Heading>
      <Table.Root size="sm">
        <Table.Header>
          <Table.Row bg="panel">
            <Table.ColumnHeader>
              <Text srOnly>What</Text>
            </Table.ColumnHeader>
            <Table.ColumnHeader verticalAlign="bottom">Before the work</Table.ColumnHeader>
            {[
              { start: a, choose: setLeft, label: 'One start' },
              { start: b, choose: setRight, label: 'Another start' },
            ].map(({ start, choose, label }) => (
              <Table.ColumnHeader key={label}>
                <Flex maxW="12rem">
                  <SelectField
                    label={label}
                    value={String(start.no)}
                    options={choices}
                    onChange={(no) => choose(Number(no))}
                  />
                </Flex>
                {!readOnly && start.outcome === 'STARTED' && !(start.counts && job.chosen) && (
                  <Button
                    size="xs"
                    variant="outline"
                    color="ink"
                    mt="1"
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
              </Table.ColumnHeader>
            ))}
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {rows(job, a, b).map(([name, before, one, other]) => (
            <Table.Row key={name} bg="panel">
              <Table.Cell>{name}</Table.Cell>
              <Table.Cell color="quiet">{before}</Table.Cell>
              {[one, other].map((text, i) => (
                <Table.Cell
                  // biome-ignore lint/suspicious/noArrayIndexKey: a left and a right one
                  key={i}
                  fontWeight={one === other ? '400' : '700'}
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
      {(beside.data ?? []).length > 0 && (
        <Box mt="2">
          <Text fontWeight="600">
            Start {b.nth} beside start {a.nth}
          </Text>
          {beside.data?.map((m) => (
            <Text key={m.name}>
              {m.name}: {m.before || 'not measured'} / {m.after || 'not measured'}. {m.verdict}
            </Text>
          ))}
        </Box>
      )}
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
    default:
      return '';
  }
}

type Row = [name: string, before: string, one: string, other: string];

function rows(job: JobView, a: Start, b: Start): Row[] {
  const both = (name: string, was: string, of: (s: Start) => string): Row => [name, was, of(a), of(b)];
  const read = (s: Start, field: string) => {
    const line = s.comparison.find((l) => l.field === field);
    return line?.found
      ? `${line.found}${line.accepted ? `, accepted (${line.expected} expected)` : ''}`
      : 'not read';
  };
  const measured = (s: Start, name: string) => s.measured.find((m) => m.name === name);
  const names = [...new Set([...a.measured, ...b.measured].map((m) => m.name))];
  return [
    both('In it', '', (s) => s.arrangement.join('\n') || 'no module'),
    both('Before it', '', (s) => s.actions.join('\n') || 'nothing'),
    both('What it did', '', (s) => `${SEEN[s.outcome]}${s.note ? `: ${s.note}` : ''}`),
    both('Minutes', '', (s) => (s.minutes === undefined ? 'not said' : String(s.minutes))),
    ...a.comparison.map((l) => both(l.name, before(job, l.field), (s) => read(s, l.field))),
    ...names.map((name) =>
      both(name, measured(a, name)?.before ?? measured(b, name)?.before ?? '', (s) => {
        const m = measured(s, name);
        return m ? `${m.after}\n${m.verdict}` : 'not measured';
      }),
    ),
  ];
}
