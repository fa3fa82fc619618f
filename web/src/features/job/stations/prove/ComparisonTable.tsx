import { Badge, Box, Button, Flex, Input, Table, Text } from '@chakra-ui/react';
import { useState } from 'react';
import type { JobView } from '../../api';
import { Press } from '../../../../parts/Hand';

type Line = JobView['comparison'][number];

const VERDICT: Record<Line['verdict'], { word: string; color: string; soft: string }> = {
  MATCH: { word: '✓ as expected', color: 'good', soft: 'goodSoft' },
  EXPLAINED: { word: '≈ explained', color: 'info', soft: 'infoSoft' },
  DIFFERENT: { word: '⬣ different', color: 'stop', soft: 'stopSoft' },
  UNDECIDED: { word: '? undecided', color: 'risk', soft: 'riskSoft' },
  NOT_READ: { word: '– not read', color: 'quiet', soft: 'panel' },
};

/** Expected against found, line by line; a difference can be lived with for a reason. */
export function ComparisonTable({
  lines,
  onAccept,
}: {
  lines: Line[];
  /** Absent where nobody may. */
  onAccept?: (field: Line['field'], reason: string) => void;
}) {
  return (
    <Box overflowX="auto" tabIndex={0} role="group" aria-label="Expected against found, line by line">
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
          {lines.map((l) => (
            <Table.Row key={l.field} bg="panel" data-field={l.field}>
              <Table.Cell>{l.name}</Table.Cell>
              <Table.Cell>{l.expected || '–'}</Table.Cell>
              <Table.Cell fontWeight="700">{l.found || '–'}</Table.Cell>
              <Table.Cell>
                <Badge bg={VERDICT[l.verdict].soft} color={VERDICT[l.verdict].color} fontSize="sm">
                  {VERDICT[l.verdict].word}
                </Badge>
                {l.accepted && (
                  <Text as="span" fontSize="sm" ms="2">
                    accepted
                  </Text>
                )}
                {l.findings.map((f) => (
                  <Text key={f.code} fontSize="sm" whiteSpace="normal">
                    {f.text}
                  </Text>
                ))}
                {onAccept && l.verdict === 'DIFFERENT' && !l.accepted && (
                  <Accept what={l.name} onAccept={(reason) => onAccept(l.field, reason)} />
                )}
              </Table.Cell>
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
    </Box>
  );
}

/** A reason is asked for before anything is accepted. */
export function Accept({ what, onAccept }: { what: string; onAccept: (reason: string) => void }) {
  const [reason, setReason] = useState<string>();
  if (reason === undefined) {
    return (
      <Button size="xs" variant="outline" color="ink" mt="1" onClick={() => setReason('')}>
        Live with it …
      </Button>
    );
  }
  return (
    <Flex gap="2" mt="1" wrap="wrap">
      <Input
        size="sm"
        aria-label={`Why ${what} may stay so`}
        placeholder="why it may stay so"
        value={reason}
        maxLength={500}
        autoFocus
        onChange={(e) => setReason(e.target.value)}
        width="16rem"
      />
      <Press
        size="sm"
        lacks={reason.trim() === '' && 'Write first why it is accepted.'}
        onClick={() => onAccept(reason.trim())}
      >
        Accept
      </Press>
    </Flex>
  );
}
