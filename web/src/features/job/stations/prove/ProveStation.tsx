import { Box, Flex, Grid, Heading, Stack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { StartTimer } from '../../../timers';
import type { JobView } from '../../api';
import { Accept, ComparisonTable } from './ComparisonTable';
import { Lessons } from '../open/Lessons';
import { Checks } from './Checks';
import { Companions } from './Companions';
import { CompareStarts } from './CompareStarts';
import { LogList } from './LogList';
import { NewStart } from './NewStart';
import { Starts } from './Starts';
import { hasFailed, Trouble } from './Trouble';
import { Measured } from '../shared/Measured';
import type { StationProps } from '../shared/props';
import { PasteReadout } from '../shared/PasteReadout';
import { ReadoutFields } from '../shared/ReadoutFields';
import { CloseUp } from '../shared/CloseUp';

/** What to expect, written down before the start; each start with what was read at it; and what that proves. */
export function ProveStation({ job, change, readOnly }: StationProps) {
  const [looked, setLooked] = useState<number>();
  const last = job.starts.at(-1);
  // Whoever comes back to what was read sees how it compares; whoever types stays where the fields are.
  const [tableFirst] = useState(() => hasReadings(last));
  const start = job.starts.find((s) => s.no === looked) ?? last;
  // After a start that failed the fault table comes first: what to expect is known by then.
  const failed = last !== undefined && hasFailed(last);
  // Once it came up as it stands, what it shows is what is wanted.
  const ran = last?.counts === true && !failed;
  const readings = start && (
    <Box as="section" aria-label="Readings at this start">
      <Heading as="h2" size="md" mb="2">
        {start === last ? 'Readings at the last start' : 'Readings at an earlier start'}
      </Heading>
      {!readOnly && (
        <Box mb="2">
          <PasteReadout
            id={`paste-${job.id}-${start.no}`}
            open={!hasReadings(start)}
            onTake={(readings) =>
              void change({ type: 'EnterReadout', phase: 'AFTER', start: start.no, readings })
            }
          />
        </Box>
      )}
      <ReadoutFields
        key={start.no}
        value={start.readout}
        draftKey={`after:${job.id}:${start.no}`}
        disabled={readOnly}
        withTest
        onChange={(readings, onRefused) =>
          void change({ type: 'EnterReadout', phase: 'AFTER', start: start.no, readings }, onRefused)
        }
      />
    </Box>
  );
  const compared = (
    <Box as="section" aria-label="Expected against found">
      <Heading as="h2" size="md" mb="1">
        Expected against found
      </Heading>
      {start && !readOnly && (start.outcome === 'SILENT' || start.outcome === 'SIGNAL') && (
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
      <Box mt="2">
        <ComparisonTable
          lines={start ? start.comparison : job.comparison}
          onAccept={
            readOnly || !start
              ? undefined
              : (field, reason) => void change({ type: 'AcceptDifference', start: start.no, field, reason })
          }
        />
      </Box>
    </Box>
  );
  const read = (
    <>
      {tableFirst ? compared : readings}
      {tableFirst ? readings : compared}
    </>
  );
  return (
    <Stack gap="4">
      {!failed && !ran && <Expected job={job} readOnly={readOnly} />}
      <Trouble job={job} change={change} readOnly={readOnly} />
      {ran && read}
      <CloseUp job={job} change={change} readOnly={readOnly} />
      {!readOnly && <NewStart job={job} change={change} />}
      {(failed || ran) && <Expected job={job} readOnly={readOnly} />}
      <Starts job={job} chosen={start?.no} onChoose={setLooked} change={change} readOnly={readOnly} />
      {!ran && read}
      <CompareStarts job={job} />
      <Measured job={job} change={change} readOnly={readOnly} phase="AFTER" />
      <Checks job={job} change={change} readOnly={readOnly} />
      <Companions job={job} change={change} readOnly={readOnly} />
      {!readOnly && <Lessons job={job} />}
      <LogList job={job} change={change} readOnly={readOnly} />
    </Stack>
  );
}

function hasReadings(start: JobView['starts'][number] | undefined): boolean {
  return Boolean(start?.readout.firmwareTotal || start?.readout.systemTotal || start?.readout.rate);
}

function Expected({ job, readOnly }: { job: JobView; readOnly: boolean }) {
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
    <Box
      as="section"
      aria-label="What to expect"
      bg="panel"
      borderWidth="1px"
      borderColor="line"
      borderRadius="md"
      p="3"
    >
      <Heading as="h2" size="md" mb="2">
        What to expect, before the start
      </Heading>
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
          <StartTimer job={job.id} kind="TRAINING" seconds={e.firstStartSeconds} />
          <StartTimer job={job.id} kind="MEMORY_TEST" seconds={e.testPassMinutes * 60} />
        </Flex>
      )}
    </Box>
  );
}
