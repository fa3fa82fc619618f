import { Box, Button, Flex, Heading, Input, Link, Stack, Table, Text, Textarea } from '@chakra-ui/react';
import { useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { Findings } from '../../../../parts/Findings';
import { useKeptText } from '../../../../parts/drafts';
import { dayAndClock } from '../../../../parts/times';
import type { JobView } from '../../api';
import { useEvents } from './api';
import { inShort, type JobEvent, joined } from './history';
import type { StationProps } from '../shared/props';
import { Checks } from '../prove/Checks';
import { GoesBack } from '../shared/Along';
import { MeasuredTable } from '../shared/Measured';
import { PaperLink } from '../../../../parts/PaperLink';
import { Press } from '../../../../parts/Hand';

/** Close up, before and after in one table, and the machine goes home. */
export function HandBackStation({ job, change, readOnly, writer }: StationProps) {
  const [note, setNote] = useKeptText(`note:${job.id}`, job.handedBack?.note ?? '');
  const [inParts, setInParts] = useState('');
  const events = useEvents(job.id, job.version);
  // What the last start showed is read; all else of the column "After" is what the plan expects, and says so.
  // An older start says nothing of what is in it now.
  const last = job.starts.filter((s) => s.counts).at(-1);
  const after = last?.readout;
  const rows: [string, string, string][] = [
    ['Installed, computed', job.found.installed, job.planned.installed],
    ['Usable about, computed', job.found.usable, job.planned.usable],
    ['Rate, computed', rate(job.found), rate(job.planned)],
    [
      'First word, computed',
      job.found.clocks[0]?.firstWord ?? 'not known',
      job.planned.clocks[0]?.firstWord ?? 'not known',
    ],
    ['Mean bandwidth, theoretical', mean(job.found), mean(job.planned)],
  ];
  // What was read of it at all; where neither total was, that is told.
  const read = (name: string, field: 'firmwareTotal' | 'systemTotal' | 'usable' | 'rate') => {
    const both = [job.before[field], after?.[field]];
    const clock = field === 'rate' && last?.rateOfClock ? `, the clock of ${last.rateOfClock}` : '';
    if (both.some(Boolean))
      rows.push([name, String(both[0] || 'not read'), both[1] ? `${both[1]}${clock}` : 'not read']);
    return both.some(Boolean);
  };
  const totals = [
    read('Total in the firmware, read', 'firmwareTotal'),
    read('Total in the system, read', 'systemTotal'),
  ];
  if (!totals.some(Boolean)) rows.push(['Total, read', 'not read', 'not read']);
  read('Usable in the system, read', 'usable');
  read('Rate as shown, read', 'rate');
  // Runs stand in a table of their own; a single figure of before is still shown where there are none.
  if (job.measured.length === 0) rows.push(['Bandwidth, measured', measured(job.before), measured(after)]);
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
        {job.measured.length > 0 && (
          <Box mt="3">
            <MeasuredTable job={job} />
          </Box>
        )}
        {job.before.bandwidthMegabytes && after?.bandwidthMegabytes && (
          <Text fontSize="sm" color="quiet" mt="1">
            The measured figures are one run each: a difference of a few percent says nothing.
          </Text>
        )}
      </Box>
      <Checks job={job} change={change} readOnly={readOnly} />
      <GoesBack job={job} change={change} readOnly={readOnly} />
      <Box
        as="section"
        aria-label="Hand back"
        bg="panel"
        borderWidth="1px"
        borderColor="line"
        borderRadius="md"
        p="3"
      >
        <Said job={job} />
        {!job.closed && <Findings findings={job.handBackGates} />}
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
        {!readOnly && job.now.off.length > 0 && (
          <Box mt="2">
            <label htmlFor="in-parts">
              <Text fontWeight="600">It goes back with {job.now.off.join(', ')} off: who decided that?</Text>
            </label>
            <Input
              id="in-parts"
              value={inParts}
              maxLength={200}
              onChange={(e) => setInParts(e.target.value)}
              placeholder="nobody: it is closed up first"
            />
          </Box>
        )}
        <Flex gap="3" mt="3" wrap="wrap" align="center">
          {job.closed
            ? writer && (
                <Button variant="outline" color="ink" onClick={() => void change({ type: 'ReopenJob' })}>
                  Open this job again
                </Button>
              )
            : !readOnly && (
                <Press
                  lacks={
                    job.handBackGates.some((g) => g.severity === 'STOP') &&
                    inParts.trim() === '' &&
                    'Something above still stops this: settle it, or name whoever lets it go in parts.'
                  }
                  onClick={() =>
                    void change({ type: 'CloseJob', note, inParts: inParts.trim() || undefined }).then(
                      (done) => done && setNote(note),
                    )
                  }
                >
                  Hand back and close
                </Press>
              )}
          {[
            ['report.pdf', 'Report as PDF'],
            ['report.html', 'Report to print'],
          ].map(([path, text]) => (
            <PaperLink key={path} href={`/api/jobs/${job.id}/${path}`}>
              {text}
            </PaperLink>
          ))}
          <Link
            href={`/api/jobs/${job.id}/archive.zip`}
            download
            color="accent"
            textDecoration="underline"
            fontWeight="600"
          >
            Whole job as an archive
          </Link>
        </Flex>
      </Box>
      <Returns job={job} change={change} readOnly={readOnly} />
      {job.closed && (
        <Link asChild color="accent" textDecoration="underline" fontWeight="600" width="fit-content">
          <RouterLink to={`/machines/${job.machineId}#learned`}>
            What this shop learned of this model
          </RouterLink>
        </Link>
      )}
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
          {joined(events.data ?? []).map((l) =>
            l.events.length === 1 ? (
              <Text as="li" key={l.key} fontSize="sm">
                <Happened event={l.events[0]} />
              </Text>
            ) : (
              <Box as="li" key={l.key} fontSize="sm">
                <details>
                  <Box as="summary" cursor="pointer">
                    {dayAndClock(l.events[0].at)} {l.events[0].who} {inShort(l.events)}
                  </Box>
                  <Box as="ol" ps="5" listStyleType="none">
                    {l.events.map((e) => (
                      <li key={e.version}>
                        <Happened event={e} />
                      </li>
                    ))}
                  </Box>
                </details>
              </Box>
            ),
          )}
        </Box>
        {events.hasNextPage && (
          <Button
            mt="1"
            size="sm"
            variant="outline"
            color="ink"
            loading={events.isFetchingNextPage}
            onClick={() => events.fetchNextPage()}
          >
            Earlier changes
          </Button>
        )}
      </Box>
    </Stack>
  );
}

function Happened({ event: e }: { event: JobEvent }) {
  return (
    <>
      {dayAndClock(e.at)} {e.who} {e.what}
      {e.fields.length > 0 &&
        `: ${e.fields.map((f) => `${f.name}, ${f.before || 'nothing'} → ${f.after || 'nothing'}`).join('; ')}`}
    </>
  );
}

/** Where a module that came out can go, beside going back to whom it was bought from. */
const ASIDE: ['BIN' | 'OWNER', string][] = [
  ['OWNER', 'To the owner'],
  ['BIN', 'Into the drawer'],
];

/** What is not in the machine: where it lies, where it goes, and for what was bought the way back with why and how it was found. */
function Returns({ job, change, readOnly }: Pick<StationProps, 'job' | 'change' | 'readOnly'>) {
  const back = job.modules.filter((m) => m.aside !== undefined);
  if (back.length === 0) return null;
  return (
    <Box as="section" aria-label="What lies beside the machine">
      <Heading as="h2" size="md" mb="1">
        What lies beside the machine
      </Heading>
      {back.map((m) => (
        <Flex key={m.key} gap="3" align="center" wrap="wrap" py="1">
          <Text flex="1" minW="14rem">
            {m.summary}
            {m.tag && ` (${m.tag})`}: {m.aside}
          </Text>
          {!readOnly && m.supplier && !m.returned && (
            <Button
              size="sm"
              variant="outline"
              color="ink"
              onClick={() => void change({ type: 'MoveModule', key: m.key, to: 'SUPPLIER', id: m.supplier! })}
            >
              Send back to {m.supplier}
            </Button>
          )}
          {!readOnly && !job.closed && m.origin === 'OFFER' && (
            <Button
              size="sm"
              variant="outline"
              color="ink"
              onClick={() =>
                void change({ type: 'OrderAgain', key: m.key, name: 'With another of the same' })
              }
            >
              Order another like it
            </Button>
          )}
          {!readOnly &&
            !m.returned &&
            ASIDE.filter(([to]) => to !== m.place).map(([to, name]) => (
              <Button
                key={to}
                size="sm"
                variant="outline"
                color="ink"
                onClick={() => void change({ type: 'MoveModule', key: m.key, to, id: '' })}
              >
                {name}
              </Button>
            ))}
          {m.supplier && (
            <PaperLink href={`/api/jobs/${job.id}/return-slip.pdf?module=${m.key}`}>Return slip</PaperLink>
          )}
        </Flex>
      ))}
    </Box>
  );
}

/** While the job is open what is shown by now; once closed what was said then. */
function Said({ job }: { job: JobView }) {
  const { proven, text } = job.handedBack ?? job.proof;
  return (
    <>
      <Text fontWeight="700" color={proven ? 'good' : 'risk'}>
        {proven ? '✓ ' : '▲ '}
        {text}
      </Text>
      {!job.closed && <Findings findings={job.proof.missing} />}
      {job.handedBack && !job.handedBack.said && (
        <Text color="quiet">
          This job was closed before what was said then was kept; only the verdict is.
        </Text>
      )}
      {job.handedBack?.said && (
        <Box as="ul" ps="5" listStyleType="disc" aria-label="What was said when it was handed back">
          {[...job.handedBack.said.plan, ...job.handedBack.said.proof].map((l) => (
            <li key={l.text}>{l.text}</li>
          ))}
        </Box>
      )}
      {job.handedBack?.inParts && <Text>Handed back in parts ({job.handedBack.inParts}).</Text>}
    </>
  );
}

function rate(p: JobView['found']): string {
  return p.clocks[0]?.rate ?? 'not known';
}

function mean(p: JobView['found']): string {
  const m = p.clocks[0]?.meanGigabytesPerSecond;
  return m === undefined ? 'not known' : `${m.toFixed(1)} GB/s`;
}

function measured(r: JobView['before'] | undefined): string {
  return r?.bandwidthMegabytes === undefined
    ? 'not measured'
    : `${(r.bandwidthMegabytes / 1000).toFixed(1)} GB/s (${r.test?.toLowerCase() ?? 'test not said'}, ${
        r.threads ? `${r.threads.toLowerCase()} threads` : 'threads not said'
      })`;
}
