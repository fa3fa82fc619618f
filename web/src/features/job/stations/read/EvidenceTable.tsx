import { Box, Button, Flex, Heading, Input, Table, Text } from '@chakra-ui/react';
import { Fragment, useState } from 'react';
import type { Change } from '../../api';
import type { EvidenceView } from './api';
import type { PositionEvidence } from './Positions';

type FieldView = PositionEvidence['fields'][number];
type Props = { at: PositionEvidence; sources: EvidenceView['sources']; change: Change; readOnly: boolean };

const RECORD = { id: 'record', name: 'Machine record' };
const HAND = { id: 'hand', name: 'By hand' };

/** A row per field, a column per source that speaks of this position, and the value held true. */
export function EvidenceTable({ at, sources, change, readOnly }: Props) {
  const [open, setOpen] = useState<string>();
  const [editing, setEditing] = useState<FieldView['field']>();
  const speaking = new Set(at.fields.flatMap((f) => f.claims.map((c) => c.source)));
  const columns = [RECORD, ...sources, HAND].filter((s) => speaking.has(s.id));
  return (
    <Box as="section" aria-label={`Evidence at ${at.label}`}>
      <Heading as="h2" size="md" mb="1">
        Evidence: {at.label}
      </Heading>
      {at.fields.length === 0 ? (
        <Text color="quiet">
          Nothing says anything of this position yet. Hand in the firmware's table, the module's SPD image or
          its label, or say what you see.
        </Text>
      ) : (
        <Box overflowX="auto" tabIndex={0} role="region" aria-label={`Evidence table of ${at.label}`}>
          <Table.Root size="sm" bg="panel" data-evidence-table={at.position}>
            <Table.Header>
              <Table.Row bg="panel">
                <Table.ColumnHeader>Field</Table.ColumnHeader>
                <Table.ColumnHeader>Held true</Table.ColumnHeader>
                {columns.map((c) => (
                  <Table.ColumnHeader key={c.id} maxW="11rem" overflowWrap="anywhere">
                    {c.name}
                  </Table.ColumnHeader>
                ))}
              </Table.Row>
            </Table.Header>
            <Table.Body>
              {at.fields.map((f) => (
                <Fragment key={f.field}>
                  <Table.Row bg={f.contradicted ? 'riskSoft' : 'panel'} data-field={f.field}>
                    <Table.Cell fontWeight="600">
                      <Button
                        size="xs"
                        variant="plain"
                        color="ink"
                        px="0"
                        minH="1.8rem"
                        fontWeight="600"
                        aria-expanded={open === f.field}
                        onClick={() => setOpen(open === f.field ? undefined : f.field)}
                      >
                        <span aria-hidden="true">{open === f.field ? '▾' : '▸'}</span> {f.name}
                      </Button>
                    </Table.Cell>
                    <Table.Cell>
                      {editing === f.field ? (
                        <Correction
                          at={at.position}
                          field={f}
                          change={change}
                          onDone={() => setEditing(undefined)}
                        />
                      ) : (
                        <Flex gap="2" align="center">
                          <Box>
                            <Text fontWeight="700" overflowWrap="anywhere">
                              {f.contradicted && <span title="sources disagree">≠ </span>}
                              {f.held}
                            </Text>
                            <Text fontSize="xs" color="quiet">
                              {f.byHand ? 'by hand' : `${f.certainty} % sure`}
                            </Text>
                          </Box>
                          {!readOnly && (
                            <Button
                              size="2xs"
                              variant="outline"
                              color="ink"
                              minH="1.8rem"
                              aria-label={`Correct ${f.name}`}
                              onClick={() => setEditing(f.field)}
                            >
                              ✎
                            </Button>
                          )}
                        </Flex>
                      )}
                    </Table.Cell>
                    {columns.map((c) => (
                      <Table.Cell key={c.id} overflowWrap="anywhere">
                        {f.claims
                          .filter((k) => k.source === c.id)
                          .map((k, i) => (
                            <Text
                              // biome-ignore lint/suspicious/noArrayIndexKey: one source may say the same twice
                              key={i}
                              color={k.agrees ? 'ink' : 'risk'}
                              fontWeight={k.agrees ? '400' : '700'}
                            >
                              {!k.agrees && <span>≠ </span>}
                              {k.value}
                            </Text>
                          ))}
                      </Table.Cell>
                    ))}
                  </Table.Row>
                  {open === f.field && (
                    <Table.Row bg="panel">
                      <Table.Cell colSpan={columns.length + 2}>
                        {f.claims.map((k, i) => (
                          // biome-ignore lint/suspicious/noArrayIndexKey: one source may say the same twice
                          <Text key={i} fontSize="sm" overflowWrap="anywhere">
                            {[RECORD, ...sources, HAND].find((s) => s.id === k.source)?.name ?? k.source}:{' '}
                            <Box as="span" fontFamily="mono">
                              {k.evidence}
                            </Box>
                          </Text>
                        ))}
                      </Table.Cell>
                    </Table.Row>
                  )}
                </Fragment>
              ))}
            </Table.Body>
          </Table.Root>
        </Box>
      )}
    </Box>
  );
}

/** The hand's word becomes a source; an emptied field takes it back. */
function Correction({
  at,
  field,
  change,
  onDone,
}: {
  at: string;
  field: FieldView;
  change: Change;
  onDone: () => void;
}) {
  const [value, setValue] = useState(field.held);
  const [sending, setSending] = useState(false);
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        setSending(true);
        void change({ type: 'CorrectField', position: at, field: field.field, value }).then(onDone);
      }}
    >
      <Flex gap="1">
        <Input
          size="sm"
          width="9rem"
          aria-label={`${field.name}, corrected`}
          value={value}
          onChange={(e) => setValue(e.target.value)}
          autoFocus
          onKeyDown={(e) => e.key === 'Escape' && onDone()}
        />
        <Button size="xs" type="submit" loading={sending}>
          Keep
        </Button>
        {field.byHand && (
          <Button
            size="xs"
            variant="outline"
            color="ink"
            onClick={() =>
              void change({ type: 'CorrectField', position: at, field: field.field, value: '' }).then(onDone)
            }
          >
            Take back
          </Button>
        )}
      </Flex>
    </form>
  );
}
