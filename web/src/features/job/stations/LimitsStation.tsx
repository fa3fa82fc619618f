import { Box, Stack, Table, Text } from '@chakra-ui/react';
import { LimitsPicture } from '../../../pictures/LimitsPicture';
import type { StationProps } from './props';

const SOURCE = {
  MAKER: 'Maker',
  CONTROLLER: 'Controller',
  FIRMWARE: 'Firmware',
  REPORTED: 'Reported',
  SELLER: 'Seller',
} as const;
const QUANTITY = { TOTAL: 'total', PER_SLOT: 'per socket', DIE_DENSITY: 'die density' } as const;

/** Who says what about how far this machine goes, against what was found and what is planned. */
export function LimitsStation({ job }: StationProps) {
  const total = (p: typeof job.found) => p.lanes.reduce((sum, l) => sum + l.mebibytes, 0);
  if (job.limits.length === 0) {
    return <Text>The machine's record has no word about ceilings yet.</Text>;
  }
  return (
    <Stack gap="4">
      <LimitsPicture limits={job.limits} found={total(job.found)} planned={total(job.planned)} />
      <Box overflowX="auto">
        <Table.Root size="sm">
          <Table.Header>
            <Table.Row bg="panel">
              <Table.ColumnHeader>Who says it</Table.ColumnHeader>
              <Table.ColumnHeader>About</Table.ColumnHeader>
              <Table.ColumnHeader>Figure</Table.ColumnHeader>
              <Table.ColumnHeader>Weight</Table.ColumnHeader>
              <Table.ColumnHeader>Where</Table.ColumnHeader>
            </Table.Row>
          </Table.Header>
          <Table.Body>
            {job.limits.map((l) => (
              <Table.Row key={`${l.source}-${l.quantity}-${l.value}`} bg="panel">
                <Table.Cell>{SOURCE[l.source]}</Table.Cell>
                <Table.Cell>{QUANTITY[l.quantity]}</Table.Cell>
                <Table.Cell fontWeight="700">{l.value}</Table.Cell>
                <Table.Cell>
                  {l.hard ? 'hard bound' : l.source === 'MAKER' ? 'validated, may be passed' : 'a hint'}
                </Table.Cell>
                <Table.Cell>{l.where}</Table.Cell>
              </Table.Row>
            ))}
          </Table.Body>
        </Table.Root>
      </Box>
    </Stack>
  );
}
