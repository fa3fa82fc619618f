import { Badge, Box, Button, Flex, Grid, Heading, Stack, Table, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { Findings } from '../../../parts/Findings';
import type { JobView } from '../api';
import type { StationProps } from './props';
import { StartTimer } from '../../timers';
import { KeyAnswers, SettingsAnswers } from './GateAnswers';
import { ReadoutFields } from './ReadoutFields';

const VERDICT: Record<
  JobView['comparison'][number]['verdict'],
  { word: string; color: string; soft: string }
> = {
  MATCH: { word: '✓ as expected', color: 'good', soft: 'goodSoft' },
  EXPLAINED: { word: '≈ explained', color: 'info', soft: 'infoSoft' },
  DIFFERENT: { word: '⬣ different', color: 'stop', soft: 'stopSoft' },
  UNDECIDED: { word: '? undecided', color: 'risk', soft: 'riskSoft' },
  NOT_READ: { word: '– not read', color: 'quiet', soft: 'panel' },
};

/** What to expect, written down before the start; then what was read, and why it differs. */
export function ProveStation({ job, change, readOnly }: StationProps) {
  const e = job.expectation;
  const items: [string, string][] = [
    ['Total in the firmware', `${e.firmwareTotal} (${e.firmwareMebibytes} MB)`],
    ['Usable', e.usable],
    ['Modules listed', String(e.positionsFilled)],
    ['Rate', e.rate ? `${e.rate}; readouts may show ${e.rateForms.join(', ')}` : 'not known'],
    ['Timings', e.timings ?? 'not known'],
    ['Peak', e.peak ?? 'not known'],
    ['First start takes', e.firstStart],
  ];
  return (
    <Stack gap="4">
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
            <StartTimer job={job.id} kind="MEMORY_TEST" seconds={testSeconds(e.firmwareMebibytes)} />
          </Flex>
        )}
      </Box>
      <Box as="section" aria-label="Readings after the work">
        <Heading as="h2" size="md" mb="2">
          Readings after the work
        </Heading>
        <ReadoutFields
          value={job.after}
          disabled={readOnly}
          withTest
          onChange={(readings) => void change({ type: 'EnterReadout', phase: 'AFTER', readings })}
        />
      </Box>
      <ClearSettings job={job} change={change} readOnly={readOnly} />
      <Box as="section" aria-label="Expected against found" overflowX="auto">
        <Heading as="h2" size="md" mb="2">
          {job.proven ? 'Proven' : 'Not proven yet'}
        </Heading>
        <Table.Root size="sm">
          <Table.Header>
            <Table.Row bg="panel">
              <Table.ColumnHeader>Reading</Table.ColumnHeader>
              <Table.ColumnHeader>Expected</Table.ColumnHeader>
              <Table.ColumnHeader>Found</Table.ColumnHeader>
              <Table.ColumnHeader>Verdict</Table.ColumnHeader>
            </Table.Row>
          </Table.Header>
          <Table.Body>
            {job.comparison.map((l) => (
              <Table.Row key={l.field} bg="panel" data-field={l.field}>
                <Table.Cell>{l.name}</Table.Cell>
                <Table.Cell>{l.expected}</Table.Cell>
                <Table.Cell fontWeight="700">{l.found || '–'}</Table.Cell>
                <Table.Cell>
                  <Badge bg={VERDICT[l.verdict].soft} color={VERDICT[l.verdict].color} fontSize="sm">
                    {VERDICT[l.verdict].word}
                  </Badge>
                  {l.findings.map((f) => (
                    <Text key={f.code} fontSize="sm" whiteSpace="normal">
                      {f.text}
                    </Text>
                  ))}
                </Table.Cell>
              </Table.Row>
            ))}
          </Table.Body>
        </Table.Root>
      </Box>
    </Stack>
  );
}

/** When to look at a full pass of a memory test again: about 3 minutes for a GB (common practice, no source). */
function testSeconds(mebibytes: number): number {
  return Math.min(172_800, Math.max(300, Math.round((mebibytes / 1024) * 180)));
}

/** Clearing the firmware's settings when a start fails: behind a gate of its own. */
function ClearSettings({ job, change, readOnly }: Pick<StationProps, 'job' | 'change' | 'readOnly'>) {
  const [open, setOpen] = useState(false);
  const shut = job.clearingGates.some((g) => g.severity === 'STOP');
  if (job.settingsCleared) {
    return (
      <Flex gap="3" align="center" wrap="wrap">
        <Text>
          The firmware's settings were cleared: set clock, boot mode and drive mode as noted, before anything
          else.
        </Text>
        {!readOnly && (
          <Button
            size="sm"
            variant="outline"
            color="ink"
            onClick={() => void change({ type: 'ClearSettings', done: false })}
          >
            They were not
          </Button>
        )}
      </Flex>
    );
  }
  if (readOnly) return null;
  return (
    <Box as="section" aria-label="Clearing the firmware's settings">
      {!open ? (
        <Button size="sm" variant="outline" color="ink" onClick={() => setOpen(true)}>
          It does not start: clear the firmware's settings …
        </Button>
      ) : (
        <Box borderWidth="2px" borderColor={shut ? 'stop' : 'risk'} borderRadius="md" p="3">
          <Text fontWeight="700" color={shut ? 'stop' : 'risk'} mb="1">
            {shut ? 'Not yet' : 'Before you clear them'}
          </Text>
          <Findings
            findings={job.clearingGates}
            empty="Key and settings are taken care of. Power off and mains out first; then clear them the way the board's manual says."
          />
          <Flex gap="2" mt="3" wrap="wrap">
            {job.clearingGates.some((g) => g.code === 'GATE_CLEAR_WITHOUT_KEY') && (
              <KeyAnswers change={change} />
            )}
            {job.clearingGates.some((g) => g.code === 'GATE_CLEAR_SETTINGS_NOT_NOTED') && (
              <SettingsAnswers change={change} />
            )}
            <Button disabled={shut} onClick={() => void change({ type: 'ClearSettings', done: true })}>
              Settings are cleared
            </Button>
            <Button variant="outline" color="ink" onClick={() => setOpen(false)}>
              Leave them
            </Button>
          </Flex>
        </Box>
      )}
    </Box>
  );
}
