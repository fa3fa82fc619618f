import { Box, Button, Flex, Heading, Link, Stack, Table, Text, Textarea } from '@chakra-ui/react';
import { useState } from 'react';
import { type JobView, useEvents } from '../api';
import type { StationProps } from './props';
import { Steps } from './Steps';

/** Close up, before and after in one table, and the machine goes home. */
export function HandBackStation({ job, change, readOnly, writer }: StationProps) {
  const [note, setNote] = useState(job.closingNote ?? '');
  const events = useEvents(job.id, job.version);
  const rows: [string, string, string][] = [
    ['Installed', job.found.installed, job.planned.installed],
    ['Usable about', job.found.usable, job.planned.usable],
    ['Rate', rate(job.found), rate(job.planned)],
    [
      'First word',
      job.found.clocks[0]?.firstWord ?? 'not known',
      job.planned.clocks[0]?.firstWord ?? 'not known',
    ],
    ['Mean bandwidth, theoretical', mean(job.found), mean(job.planned)],
    [
      'Total in the firmware, read',
      job.before.firmwareTotal ?? 'not read',
      job.after.firmwareTotal ?? 'not read',
    ],
    ['Usable in the system, read', job.before.usable ?? 'not read', job.after.usable ?? 'not read'],
    ['Bandwidth, measured', measured(job.before), measured(job.after)],
  ];
  return (
    <Stack gap="4">
      <Box as="section" aria-label="Before and after" overflowX="auto">
        <Table.Root size="sm">
          <Table.Header>
            <Table.Row bg="panel">
              <Table.ColumnHeader>{job.closed ? 'Handed back' : 'So far'}</Table.ColumnHeader>
              <Table.ColumnHeader>Before</Table.ColumnHeader>
              <Table.ColumnHeader>After</Table.ColumnHeader>
            </Table.Row>
          </Table.Header>
          <Table.Body>
            {rows.map(([name, before, after]) => (
              <Table.Row key={name} bg="panel">
                <Table.Cell>{name}</Table.Cell>
                <Table.Cell>{before}</Table.Cell>
                <Table.Cell fontWeight={before === after ? '400' : '700'}>{after}</Table.Cell>
              </Table.Row>
            ))}
          </Table.Body>
        </Table.Root>
        {job.before.bandwidthMegabytes && job.after.bandwidthMegabytes && (
          <Text fontSize="sm" color="quiet" mt="1">
            The measured figures are one run each: a difference of a few percent says nothing.
          </Text>
        )}
      </Box>
      {job.closing.length > 0 && (
        <Box as="section" aria-label="Close up">
          <Heading as="h2" size="md" mb="2">
            Close up
          </Heading>
          <Steps
            job={job.id}
            steps={job.closing}
            disabled={readOnly || job.openingGates.some((g) => g.severity === 'STOP')}
            change={change}
          />
        </Box>
      )}
      <Box
        as="section"
        aria-label="Hand back"
        bg="panel"
        borderWidth="1px"
        borderColor="line"
        borderRadius="md"
        p="3"
      >
        <Text fontWeight="700" color={job.proven ? 'good' : 'risk'} mb="2">
          {job.proven ? '✓ Proven: what was expected was found.' : '▲ Not proven: the report will say so.'}
        </Text>
        <label htmlFor="closing-note">
          <Text fontWeight="600">What the owner is told</Text>
        </label>
        <Textarea
          id="closing-note"
          value={note}
          onChange={(e) => setNote(e.target.value)}
          disabled={readOnly}
          maxLength={2000}
          rows={3}
        />
        <Flex gap="3" mt="3" wrap="wrap" align="center">
          {job.closed
            ? writer && (
                <Button variant="outline" color="ink" onClick={() => void change({ type: 'ReopenJob' })}>
                  Open this job again
                </Button>
              )
            : !readOnly && (
                <Button onClick={() => void change({ type: 'CloseJob', note })}>Hand back and close</Button>
              )}
          <Link
            href={`/api/jobs/${job.id}/export`}
            download
            color="accent"
            textDecoration="underline"
            fontWeight="600"
          >
            Whole job as JSON
          </Link>
        </Flex>
      </Box>
      <Box as="section" aria-label="History">
        <Heading as="h2" size="md" mb="1">
          History
        </Heading>
        <Box
          as="ol"
          maxH="16rem"
          overflowY="auto"
          tabIndex={0}
          aria-label="Events of this job"
          listStyleType="none"
        >
          {[...(events.data ?? [])].reverse().map((e) => (
            <Text as="li" key={e.version} fontSize="sm">
              {e.at.slice(0, 16).replace('T', ' ')} {e.who} {e.what}
            </Text>
          ))}
        </Box>
      </Box>
    </Stack>
  );
}

function rate(p: JobView['found']): string {
  return p.clocks[0]?.rate ?? 'not known';
}

function mean(p: JobView['found']): string {
  const m = p.clocks[0]?.meanGigabytesPerSecond;
  return m === undefined ? 'not known' : `${m.toFixed(1)} GB/s`;
}

function measured(r: JobView['before']): string {
  return r.bandwidthMegabytes === undefined
    ? 'not measured'
    : `${(r.bandwidthMegabytes / 1000).toFixed(1)} GB/s (${r.test.toLowerCase()}, ${r.threads.toLowerCase()} threads)`;
}
