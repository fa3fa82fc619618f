import { Box, Flex, Heading, Table, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { SelectField } from '../../../../parts/Labelled';
import type { JobView } from '../../api';

type Start = JobView['starts'][number];

/** Two starts side by side: kit against kit, order against order. What differs is bold. */
export function CompareStarts({ job }: { job: JobView }) {
  const { starts } = job;
  const [left, setLeft] = useState<number>();
  const [right, setRight] = useState<number>();
  if (starts.length < 2) return null;
  const a = starts.find((s) => s.no === left) ?? starts[starts.length - 2];
  const b = starts.find((s) => s.no === right) ?? starts[starts.length - 1];
  const choices: [string, string][] = starts.map((s) => [String(s.no), `Start ${s.nth}`]);
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
              </Table.ColumnHeader>
            ))}
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {rows(a, b).map(([name, one, other]) => (
            <Table.Row key={name} bg="panel">
              <Table.Cell>{name}</Table.Cell>
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
    </Box>
  );
}

const SEEN: Record<Start['outcome'], string> = {
  STARTED: 'came up',
  SIGNAL: 'a signal',
  SILENT: 'nothing',
  NOT_SAID: 'not said',
};

function rows(a: Start, b: Start): [string, string, string][] {
  const both = (name: string, of: (s: Start) => string): [string, string, string] => [name, of(a), of(b)];
  const read = (s: Start, field: string) => s.comparison.find((l) => l.field === field)?.found || 'not read';
  return [
    both('In it', (s) => s.arrangement.join('\n') || 'no module'),
    both('Before it', (s) => s.actions.join('\n') || 'nothing'),
    both('What it did', (s) => `${SEEN[s.outcome]}${s.note ? `: ${s.note}` : ''}`),
    both('Minutes', (s) => (s.minutes === undefined ? 'not said' : String(s.minutes))),
    ...a.comparison.map((l) => both(l.name, (s) => read(s, l.field))),
  ];
}
