import { Box, Button, Checkbox, Flex, Heading, Link, Stack, Table, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { SelectField } from '../../../../parts/Labelled';
import { MemoryPicture } from '../../../../pictures/MemoryPicture';
import { MemoryTable } from '../../../../pictures/MemoryTable';
import { longest } from '../../../../pictures/memoryModel';
import { GlanceAnswer } from '../../../../parts/GlanceAnswer';
import { useEvidence, useJobGlance, usePublish } from './api';
import { LabelEntry } from '../shared/LabelEntry';
import { Conflicts } from './Conflicts';
import { EvidenceTable } from './EvidenceTable';
import { HandIn } from './HandIn';
import { HowTo } from './HowTo';
import { Positions, SeenForm } from './Positions';
import { SourceList } from './SourceList';
import { useProcessor } from '../shared/ProcessorChoice';
import { LikeThis } from '../shared/LikeThis';
import type { StationProps } from '../shared/props';
import { Press, sayAtHand } from '../../../../parts/Hand';
import { keepPhoto } from '../shared/photo';

/** What is really in the machine: every source held against the others, position by position. */
export function ReadStation({ job, change, readOnly }: StationProps) {
  // A module that feeds several channels stands in each lane, but is one position.
  const blocks = job.found.lanes.flatMap((l) => l.blocks);
  const sockets = blocks.filter(
    (b, i) => !b.soldered && !b.absent && blocks.findIndex((o) => o.position === b.position) === i,
  );
  const firstEmpty = sockets.find((s) => !s.key)?.position ?? '';
  const [chosen, setChosen] = useState<string>();
  const position = chosen ?? firstEmpty;
  const processor = useProcessor(job.found);
  const found = processor.only(job.found);
  const modules = job.modules.filter((m) => m.foundAt);
  const evidence = useEvidence(job.id, job.version).data;
  const glance = useJobGlance(job.id, job.version, (evidence?.sources.length ?? 0) > 0).data;
  const [looked, setLooked] = useState<string>();
  const at =
    evidence?.positions.find((p) => p.position === looked) ??
    evidence?.positions.find((p) => !p.soldered) ??
    evidence?.positions[0];
  return (
    <Stack gap="4">
      {job.presence.length > 0 && (
        <Box as="section" aria-label="Carriers and processors that are there">
          <Heading as="h2" size="md" mb="1">
            Carriers and processors that are there
          </Heading>
          <Flex gap="4" wrap="wrap">
            {job.presence.map((p) => (
              <Checkbox.Root
                key={p.id}
                checked={!p.absent}
                disabled={readOnly}
                onCheckedChange={(e) =>
                  void change({ type: 'SayAbsent', id: p.id, absent: e.checked !== true })
                }
                colorPalette="heather"
                minW="14rem"
              >
                <Checkbox.HiddenInput />
                <Checkbox.Control borderColor="quiet" />
                <Checkbox.Label>{p.name}</Checkbox.Label>
              </Checkbox.Root>
            ))}
          </Flex>
        </Box>
      )}
      {job.missingPositions.length > 0 && (
        <Box as="section" aria-label="Positions that this machine lacks">
          <Text fontWeight="600">This very machine lacks what its record has:</Text>
          <Flex gap="3" wrap="wrap" align="center" mt="1">
            {job.missingPositions.map((p) => (
              <Flex key={p} gap="2" align="center">
                <Text>{p}</Text>
                {!readOnly && (
                  <>
                    <Button
                      size="xs"
                      variant="outline"
                      color="ink"
                      onClick={() => void change({ type: 'SayMissing', position: p, missing: false })}
                    >
                      It is there after all
                    </Button>
                    <Publish job={job} position={p} />
                  </>
                )}
              </Flex>
            ))}
          </Flex>
        </Box>
      )}
      {processor.choice}
      <MemoryPicture picture={found} most={longest(found)} name="Memory as found" />
      {!readOnly && (
        <LikeThis
          picture={job.found}
          verb="The same was found"
          onSame={(p) => void change({ type: 'FoundInLike', position: p })}
        />
      )}
      <MemoryTable picture={job.found} caption="As found" />
      {evidence && !readOnly && <Conflicts evidence={evidence} change={change} />}
      {!readOnly && <HandIn job={job} position={looked} change={change} />}
      {!readOnly && sockets.length > 0 && (
        <LabelEntry
          id={`read-${job.id}`}
          label="Label line of the module"
          before={
            <Box flex="0 1 14rem">
              <SelectField
                label="Where this module was found"
                value={position}
                options={sockets.map((s) => [s.position, `${s.label}${s.key ? ` (has ${s.text})` : ''}`])}
                onChange={setChosen}
              />
            </Box>
          }
          actions={(line, complete, clear, picture) => (
            <Press
              lacks={
                !complete
                  ? 'The label says no whole module yet: add what is missing.'
                  : !position && 'Choose first the position it sits in.'
              }
              onClick={() =>
                void change({ type: 'AddModule', origin: 'FOUND', label: line, position }).then((after) => {
                  if (!after) return;
                  clear();
                  setChosen(undefined);
                  if (picture)
                    void keepPhoto(job.id, picture, line, change).catch((e: Error) => sayAtHand(e.message));
                })
              }
            >
              It was in this position
            </Press>
          )}
        />
      )}
      {glance && (
        <details>
          <Box as="summary" cursor="pointer" fontWeight="700">
            In half a minute: {glance.headline}
          </Box>
          <Box mt="2">
            <GlanceAnswer glance={glance} />
          </Box>
        </details>
      )}
      {evidence && (
        <>
          <SourceList job={job.id} evidence={evidence} change={change} readOnly={readOnly} />
          <Positions positions={evidence.positions} chosen={at?.position ?? ''} onChoose={setLooked} />
          {at && !readOnly && <SeenForm at={at} change={change} />}
          {at && <EvidenceTable at={at} sources={evidence.sources} change={change} readOnly={readOnly} />}
        </>
      )}
      <Box as="section" aria-label="Modules found">
        <Heading as="h2" size="md" mb="2">
          Modules found
        </Heading>
        {modules.length === 0 ? (
          <Text color="quiet">
            No module has been read yet. Soldered banks come from the machine's record.
          </Text>
        ) : (
          <Box overflowX="auto">
            <Table.Root size="sm" bg="panel">
              <Table.Header>
                <Table.Row bg="panel">
                  <Table.ColumnHeader>Position</Table.ColumnHeader>
                  <Table.ColumnHeader>Module</Table.ColumnHeader>
                  <Table.ColumnHeader>Label line</Table.ColumnHeader>
                  <Table.ColumnHeader />
                </Table.Row>
              </Table.Header>
              <Table.Body>
                {modules.map((m) => (
                  <Table.Row key={m.key} bg="panel">
                    <Table.Cell>{sockets.find((s) => s.position === m.foundAt)?.label}</Table.Cell>
                    <Table.Cell>{m.summary}</Table.Cell>
                    <Table.Cell fontFamily="mono">{m.labelLine}</Table.Cell>
                    <Table.Cell textAlign="end">
                      <Link
                        href={`/api/jobs/${job.id}/modules/${m.key}/spd`}
                        download
                        variant="underline"
                        color="accent"
                        mr="3"
                        fontSize="sm"
                      >
                        SPD image
                      </Link>
                      {!readOnly && (
                        <Button
                          size="xs"
                          variant="outline"
                          color="ink"
                          onClick={() => void change({ type: 'RemoveModule', key: m.key })}
                        >
                          Was not there
                        </Button>
                      )}
                    </Table.Cell>
                  </Table.Row>
                ))}
              </Table.Body>
            </Table.Root>
          </Box>
        )}
      </Box>
      <HowTo job={job} />
    </Stack>
  );
}

/** What this job found missing goes out of the record, for the jobs to come; this one keeps the version it has. */
function Publish({ job, position }: { job: StationProps['job']; position: string }) {
  const publish = usePublish(job.machineId, position);
  if (publish.isSuccess) return <Text fontSize="sm">The record has a new version without it.</Text>;
  return (
    <>
      <Button
        size="xs"
        variant="outline"
        color="ink"
        loading={publish.isPending}
        onClick={() => publish.mutate()}
      >
        Every one of this model lacks it: put that into the record
      </Button>
      {publish.isError && (
        <Text role="alert" color="stop" fontSize="sm">
          {publish.error.message}
        </Text>
      )}
    </>
  );
}
