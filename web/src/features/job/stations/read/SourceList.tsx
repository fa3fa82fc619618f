import {
  Box,
  Button,
  Dialog,
  Flex,
  Heading,
  NativeSelect,
  Portal,
  Stack,
  Table,
  Text,
} from '@chakra-ui/react';
import { useState } from 'react';
import { Findings } from '../../../../parts/Findings';
import { dayAndClock } from '../../../../parts/times';
import type { Change } from '../../api';
import { type EvidenceView, useSourceDetail } from './api';

type Props = { job: number; evidence: EvidenceView; change: Change; readOnly: boolean };

/** What was handed in, what it was recognised as, and which position a module's own source belongs to. */
export function SourceList({ job, evidence, change, readOnly }: Props) {
  const [open, setOpen] = useState<string>();
  // Labels of modules stand with the modules.
  const handedIn = evidence.sources.filter((s) => s.removable);
  if (handedIn.length === 0) return null;
  return (
    <Box as="section" aria-label="Sources">
      <Heading as="h2" size="md" mb="1">
        Sources
      </Heading>
      <Stack as="ul" gap="1" listStyleType="none">
        {handedIn.map((s) => (
          <Flex
            as="li"
            key={s.id}
            data-source={s.kind}
            gap="2"
            align="center"
            wrap="wrap"
            bg="panel"
            borderWidth="1px"
            borderColor="line"
            borderRadius="md"
            px="3"
            py="1"
          >
            <Text flex="1" minW="12rem" overflowWrap="anywhere">
              <strong>{s.name}</strong>{' '}
              <Text as="span" color="quiet">
                {s.what}
                {s.at && `, handed in ${dayAndClock(s.at)}`}
                {s.when && `, ${s.when}`}
              </Text>
              {s.findings.some((f) => f.severity === 'RISK') && (
                <Text as="span" color="risk" fontWeight="600">
                  {' '}
                  ▲ look closer
                </Text>
              )}
            </Text>
            {s.oneModule && (
              <NativeSelect.Root size="sm" width="14rem" disabled={readOnly}>
                <NativeSelect.Field
                  aria-label={`Where the module of ${s.name} sits`}
                  value={s.position ?? ''}
                  onChange={(e) =>
                    void change({
                      type: 'PlaceSource',
                      source: s.id,
                      ...(e.target.value ? { position: e.target.value } : {}),
                    })
                  }
                  bg="panel"
                  borderColor="edge"
                >
                  <option value="">position: found by serial</option>
                  {evidence.positions
                    .filter((p) => !p.soldered)
                    .map((p) => (
                      <option key={p.position} value={p.position}>
                        {p.label}
                      </option>
                    ))}
                </NativeSelect.Field>
                <NativeSelect.Indicator />
              </NativeSelect.Root>
            )}
            <Button
              size="xs"
              variant="outline"
              color="ink"
              minH="2rem"
              aria-label={`All fields of ${s.name}`}
              onClick={() => setOpen(s.id)}
            >
              All fields
            </Button>
            {!readOnly && (
              <Button
                size="xs"
                variant="outline"
                color="ink"
                minH="2rem"
                aria-label={`Take out ${s.name}`}
                onClick={() => void change({ type: 'RemoveSource', source: s.id })}
              >
                Take out
              </Button>
            )}
          </Flex>
        ))}
      </Stack>
      <SourceDetail job={job} source={open} onClose={() => setOpen(undefined)} />
    </Box>
  );
}

/** Every field with its offset and raw bytes; for a chip, its clocks at each standard rate too. */
function SourceDetail({ job, source, onClose }: { job: number; source?: string; onClose: () => void }) {
  const detail = useSourceDetail(job, source);
  const d = source ? detail.data : undefined;
  return (
    <Dialog.Root
      open={source !== undefined}
      onOpenChange={(e) => !e.open && onClose()}
      size="xl"
      scrollBehavior="inside"
      placement="center"
    >
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="paper" aria-label="All fields of a source">
            <Dialog.Header>
              <Dialog.Title overflowWrap="anywhere">
                {d ? `${d.name}: ${d.what}` : 'One moment …'}
              </Dialog.Title>
            </Dialog.Header>
            <Dialog.Body tabIndex={0}>
              {detail.isError && (
                <Text role="alert" color="stop">
                  {detail.error.message}
                </Text>
              )}
              {d && (
                <Stack gap="4">
                  <Findings findings={d.findings} />
                  {d.rates.length > 0 && (
                    <Box>
                      <Heading as="h3" size="sm" mb="1">
                        Clocks at each standard rate
                      </Heading>
                      <Fields
                        head={['Rate', 'CL-tRCD-tRP-tRAS', 'Clock period']}
                        rows={d.rates.map((r) => [r.rate, r.clocks, r.tck])}
                      />
                    </Box>
                  )}
                  {d.groups.map((g, i) => (
                    // biome-ignore lint/suspicious/noArrayIndexKey: groups of one source may have one name
                    <Box key={i}>
                      <Heading as="h3" size="sm" mb="1">
                        {g.name}
                      </Heading>
                      <Fields
                        head={['Field', 'Value', 'Byte', 'As it stands there']}
                        rows={g.fields.map((f) => [
                          f.name,
                          `${f.value || '–'}${f.note ? ` (${f.note})` : ''}`,
                          f.hex ? `${f.offset}` : '',
                          f.hex,
                        ])}
                      />
                    </Box>
                  ))}
                </Stack>
              )}
            </Dialog.Body>
            <Dialog.Footer>
              <Button onClick={onClose}>Close</Button>
            </Dialog.Footer>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}

function Fields({ head, rows }: { head: string[]; rows: string[][] }) {
  return (
    <Box overflowX="auto">
      <Table.Root size="sm" bg="panel">
        <Table.Header>
          <Table.Row bg="panel">
            {head.map((h) => (
              <Table.ColumnHeader key={h}>{h}</Table.ColumnHeader>
            ))}
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {rows.map((row, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a row is its place in the table
            <Table.Row key={i} bg="panel">
              {row.map((cell, j) => (
                <Table.Cell
                  // biome-ignore lint/suspicious/noArrayIndexKey: a cell is its column
                  key={j}
                  fontFamily={j === head.length - 1 ? 'mono' : undefined}
                  fontSize="sm"
                  overflowWrap="anywhere"
                >
                  {cell}
                </Table.Cell>
              ))}
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
    </Box>
  );
}
