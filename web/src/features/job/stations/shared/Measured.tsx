import { Box, Flex, Heading, Input, Table, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { SelectField } from '../../../../parts/Labelled';
import type { JobChange, JobView } from '../../api';
import type { StationProps } from './props';
import { Press } from '../../../../parts/Hand';

type Runs = Extract<JobChange, { type: 'NoteRuns' }>;

const WHAT: [Runs['what'], string][] = [
  ['READ', 'bandwidth, read (GB/s)'],
  ['WRITE', 'bandwidth, write (GB/s)'],
  ['COPY', 'bandwidth, copy (GB/s)'],
  ['LATENCY', 'latency (ns)'],
  ['TASK', "the owner's own task (s)"],
  ['SCORE', 'a task in points'],
  ['FRAMES', 'pictures in a second'],
  ['DRIVE', 'the drive (MB/s)'],
];
const THREADS: [string, string][] = [
  ['', 'not said'],
  ['ALL', 'all threads'],
  ['ONE', 'one thread'],
];
const CONDITIONS: [NonNullable<Runs['conditions']>[number], string][] = [
  ['ON_MAINS', 'on mains'],
  ['PROGRAMS_CLOSED', 'other programs closed'],
  ['FRESH_START', 'freshly started'],
];

/** What is told apart by a name, not by threads. */
const NAMED: Runs['what'][] = ['TASK', 'SCORE', 'FRAMES', 'DRIVE'];

/** Run after run, before and after, each under its conditions; what cannot be compared says why. */
export function Measured({
  job,
  change,
  readOnly,
  phase,
}: Pick<StationProps, 'job' | 'change' | 'readOnly'> & { phase: 'BEFORE' | 'AFTER' }) {
  const [what, setWhat] = useState<Runs['what']>('READ');
  const [threads, setThreads] = useState('');
  const [name, setName] = useState('');
  const [runs, setRuns] = useState('');
  const [conditions, setConditions] = useState<Runs['conditions']>([]);
  const [refused, setRefused] = useState<string>();
  const keep = () => {
    setRefused(undefined);
    void change(
      {
        type: 'NoteRuns',
        phase,
        what,
        name: name.trim(),
        threads: (threads || undefined) as Runs['threads'],
        runs: runs.trim(),
        conditions,
      },
      setRefused,
    ).then((done) => done && setRuns(''));
  };
  const late = phase === 'AFTER' && job.starts.length === 0;
  return (
    <Box as="section" aria-label="Measured, run after run">
      <Heading as="h2" size="md" mb="1">
        Measured, run after run
      </Heading>
      {job.measured.length > 0 && <MeasuredTable job={job} />}
      {!readOnly && !late && (
        <details>
          <Box as="summary" cursor="pointer" fontWeight="600" width="fit-content" my="1">
            Note runs {phase === 'BEFORE' ? 'from before the work' : 'at the last start'}
          </Box>
          <Flex gap="3" align="end" wrap="wrap">
            <Box width="14rem">
              <SelectField
                label="What"
                value={what}
                options={WHAT}
                onChange={(w) => setWhat(w as Runs['what'])}
              />
            </Box>
            {NAMED.includes(what) ? (
              <Box width="14rem">
                <label>
                  <Text fontWeight="600">Which one</Text>
                  <Input value={name} maxLength={60} onChange={(e) => setName(e.target.value)} />
                </label>
              </Box>
            ) : (
              <Box width="10rem">
                <SelectField label="Threads" value={threads} options={THREADS} onChange={setThreads} />
              </Box>
            )}
            <Box flex="1" minW="14rem">
              <label>
                <Text fontWeight="600">Runs, spaces between</Text>
                <Input
                  value={runs}
                  maxLength={200}
                  onChange={(e) => setRuns(e.target.value)}
                  autoComplete="off"
                />
              </label>
            </Box>
            <Press lacks={runs.trim() === '' && 'Type first what was measured.'} onClick={keep}>
              Keep the runs
            </Press>
          </Flex>
          <Flex gap="4" wrap="wrap" mt="1">
            {CONDITIONS.map(([key, text]) => (
              <label key={key}>
                <input
                  type="checkbox"
                  checked={conditions.includes(key)}
                  onChange={(e) =>
                    setConditions(
                      e.target.checked ? [...conditions, key] : conditions.filter((c) => c !== key),
                    )
                  }
                />{' '}
                {text}
              </label>
            ))}
          </Flex>
          {refused && (
            <Text role="alert" color="stop">
              Not kept: {refused}
            </Text>
          )}
        </details>
      )}
    </Box>
  );
}

export function MeasuredTable({ job }: { job: JobView }) {
  return (
    <Box overflowX="auto">
      <Table.Root size="sm">
        <Table.Header>
          <Table.Row bg="panel">
            <Table.ColumnHeader>What</Table.ColumnHeader>
            <Table.ColumnHeader>Before</Table.ColumnHeader>
            <Table.ColumnHeader>After</Table.ColumnHeader>
            <Table.ColumnHeader>Change</Table.ColumnHeader>
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {job.measured.map((m) => (
            <Table.Row key={m.name} bg="panel">
              <Table.Cell>{m.name}</Table.Cell>
              <Table.Cell>{m.before}</Table.Cell>
              <Table.Cell>
                {m.after}
                {m.share && (
                  <Text color="quiet" fontSize="sm">
                    {m.share}
                  </Text>
                )}
              </Table.Cell>
              <Table.Cell fontWeight="600">{m.verdict}</Table.Cell>
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
    </Box>
  );
}
