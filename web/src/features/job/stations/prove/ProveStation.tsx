import { Box, Flex, Grid, Heading, Stack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { StartTimer } from '../../../timers';
import type { JobView } from '../../api';
import { Accept, ComparisonTable } from './ComparisonTable';
import { Lessons } from '../open/Lessons';
import { Checks } from './Checks';
import { Companions } from '../shared/Companions';
import { CompareStarts } from './CompareStarts';
import { LogList } from './LogList';
import { useTrouble } from './api';
import { Hunt, hasFailed } from './Hunt';
import { Now } from './Now';
import { Starts } from './Starts';
import { Measured } from '../shared/Measured';
import type { StationProps } from '../shared/props';
import { PasteReadout } from '../shared/PasteReadout';
import { ReadoutFields } from '../shared/ReadoutFields';

/**
 * A place to stand: what to do now with the answers beside it, the starts that were made, where a hunt stands, and below them what was read and
 * tried. The sections never change places; what one of them has nothing to say is not there.
 */
export function ProveStation({ job, change, readOnly }: StationProps) {
  const [looked, setLooked] = useState<number>();
  const last = job.starts.at(-1);
  const start = job.starts.find((s) => s.no === looked) ?? last;
  const trouble = useTrouble(job.id, job.version, job.starts.some(hasFailed)).data;
  const running = last?.counts === true && last.outcome === 'STARTED';
  // What the last start shows is read in the card above, as long as it is what is in the machine; a hunt has the card's word then.
  const read = last?.readout.firmwareTotal !== undefined || last?.readout.systemTotal !== undefined;
  const hunts = trouble?.any === true && trouble.state !== 'CONFIRMED' && read;
  const atLast = running && start === last;
  const reading = atLast && trouble?.chosen === undefined && !hunts;
  const take = (no: number) => (readings: Record<string, string>) =>
    void change({ type: 'EnterReadout', phase: 'AFTER', start: no, readings });
  const readings = start && (
    <Readings
      key={start.no}
      title={start === last ? 'Readings at the last start' : `Readings at start ${start.nth}`}
      folded={atLast && !reading}
    >
      {!readOnly && (
        <Box mb="2">
          <PasteReadout
            id={`paste-${job.id}-${start.no}`}
            open={!hasReadings(start)}
            // While it is to be switched on, what is pasted is of that start.
            anywhere={reading}
            onTake={take(start.no)}
          />
        </Box>
      )}
      <ReadoutFields
        value={start.readout}
        draftKey={`after:${job.id}:${start.no}`}
        disabled={readOnly}
        withTest
        folded
        onChange={(said, onRefused) =>
          void change({ type: 'EnterReadout', phase: 'AFTER', start: start.no, readings: said }, onRefused)
        }
      />
    </Readings>
  );
  const dark = start?.outcome === 'SILENT' || start?.outcome === 'SIGNAL';
  return (
    <Stack gap="4">
      <Now
        job={job}
        trouble={trouble}
        change={change}
        readOnly={readOnly}
        readings={atLast ? readings : undefined}
        reading={reading}
      />
      <Starts
        job={job}
        trouble={trouble}
        chosen={start?.no}
        onChoose={setLooked}
        change={change}
        readOnly={readOnly}
      />
      <Hunt trouble={trouble} change={change} readOnly={readOnly} />
      {!atLast && !dark && readings}
      <Box as="section" aria-label="Expected against found">
        <Heading as="h2" size="md" mb="1">
          Expected against found
        </Heading>
        {start && !readOnly && dark && (
          <Box my="2">
            {start.failureAccepted ? (
              <Text>That this start failed is accepted.</Text>
            ) : (
              <Accept
                what="this failed start"
                onAccept={(reason) => void change({ type: 'AcceptDifference', start: start.no, reason })}
              />
            )}
          </Box>
        )}
        {!dark && (
          <ComparisonTable
            lines={start ? start.comparison : job.comparison}
            onAccept={
              readOnly || !start
                ? undefined
                : (field, reason) => void change({ type: 'AcceptDifference', start: start.no, field, reason })
            }
          />
        )}
      </Box>
      <Expected job={job} readOnly={readOnly} open={job.starts.length === 0} />
      <CompareStarts job={job} change={change} readOnly={readOnly} />
      <Measured job={job} change={change} readOnly={readOnly} phase="AFTER" />
      <Checks job={job} change={change} readOnly={readOnly} />
      <Companions job={job} change={change} readOnly={readOnly} />
      {!readOnly && <Lessons job={job} />}
      <LogList job={job} change={change} readOnly={readOnly} />
    </Stack>
  );
}

/**
 * What a start shows. Whoever reads it types on while a hunt begins or ends around it: it stays where it is and as it was unfolded,
 * and only a page that begins in a hunt begins with it folded.
 */
function Readings({
  title,
  folded,
  children,
}: {
  title: string;
  folded: boolean;
  children: React.ReactNode;
}) {
  const [open] = useState(!folded);
  return (
    <Box as="section" aria-label="Readings at this start">
      <details open={open}>
        <Box as="summary" cursor="pointer" mb="1" width="fit-content">
          <Heading as="h3" size="sm" display="inline">
            {title}
          </Heading>
        </Box>
        {children}
      </details>
    </Box>
  );
}

function hasReadings(start: JobView['starts'][number] | undefined): boolean {
  return Boolean(start?.readout.firmwareTotal || start?.readout.systemTotal || start?.readout.rate);
}

function Expected({ job, readOnly, open }: { job: JobView; readOnly: boolean; open: boolean }) {
  const e = job.expectation;
  const items: [string, string][] = [
    ['Total in the firmware', `${e.firmwareTotal} (${e.firmwareMebibytes} MB)`],
    ['Usable', e.usable],
    ['Modules listed', String(e.positionsFilled)],
    [
      'Rate',
      e.rate
        ? `${e.rate}${e.rateForms.length > 0 ? `; readouts may show ${e.rateForms.join(', ')}` : ''}`
        : 'not known',
    ],
    ['Timings', e.timings ?? 'not known'],
    ['Peak', e.peak ?? 'not known'],
    ['First start takes', e.firstStart],
  ];
  return (
    <details open={open}>
      <Box as="summary" cursor="pointer" mb="2">
        <Heading as="h2" size="md" display="inline">
          What to expect, written down before the start
        </Heading>
      </Box>
      <Grid as="dl" templateColumns={{ base: '1fr', md: '1fr 1fr' }} columnGap="6" rowGap="1">
        {items.map(([name, value]) => (
          <Box key={name} display="flex" gap="2">
            <Text as="dt" color="quiet" minW="10.5rem">
              {name}
            </Text>
            <Text as="dd" fontWeight="600">
              {value}
            </Text>
          </Box>
        ))}
      </Grid>
      {e.notices.length > 0 && (
        <Box as="ul" mt="2" ps="5" listStyleType="disc">
          {e.notices.map((n) => (
            <li key={n}>{n}</li>
          ))}
        </Box>
      )}
      {!readOnly && (
        <Flex gap="2" wrap="wrap" mt="3">
          <StartTimer job={job.id} kind="MEMORY_TEST" seconds={e.testPassMinutes * 60} />
        </Flex>
      )}
    </details>
  );
}
