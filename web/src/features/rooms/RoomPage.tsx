import { Box, Flex, Heading, Text } from '@chakra-ui/react';
import { useNavigate, useParams } from 'react-router';
import { type KeyMap, Keys, useScan } from '../../parts/keys';
import { PaperLink } from '../../parts/PaperLink';
import type { Account } from '../session';
import { type Room, useRoom, useRoomWork } from './api';
import { Kinds } from './Kinds';
import { RoomPlanning } from './RoomPlanning';
import { Units } from './Units';

/** A room: its machines by station, what their readings stand for, and one plan for all of them. */
export function RoomPage({ account }: { account: Account }) {
  const id = Number(useParams().id);
  const room = useRoom(id);
  if (room.isError) {
    return (
      <Box as="main" p="5">
        <Text role="alert" color="stop">
          {room.error.message}
        </Text>
      </Box>
    );
  }
  if (!room.data) return <Text p="6">One moment …</Text>;
  return <Whole room={room.data} account={account} />;
}

function Whole({ room, account }: { room: Room; account: Account }) {
  const navigate = useNavigate();
  const writes = account.role !== 'DESK';
  const work = useRoomWork(room.id, account.login);
  const keys: KeyMap = [
    {
      keys: 'Enter',
      does: 'go to the next machine that waits for us',
      match: (e) => e.key === 'Enter' && !(e.target as Element).closest('a, button, summary'),
      run: () => room.next !== undefined && navigate(`/jobs/${room.next}`),
    },
    { keys: 'scan', does: 'go to the machine with that serial number' },
  ];
  useScan((text) => {
    const unit = room.units.find((u) => u.serial && u.serial === text.trim());
    if (unit) navigate(`/jobs/${unit.job}`);
    return unit !== undefined;
  });
  return (
    <Box as="main" p={{ base: '3', md: '5' }} maxW="72rem" mx="auto" width="full">
      <Keys map={keys} />
      <Flex gap="4" align="baseline" wrap="wrap" mb="1">
        <Heading as="h1" size="2xl" overflowWrap="anywhere">
          {room.name}
        </Heading>
        <Text color="quiet" flex={{ base: '1 1 100%', md: '1' }} minW="0" overflowWrap="anywhere">
          {room.owner}
          {room.wish && `: ${room.wish}`}
        </Text>
        <PaperLink href={`/api/rooms/${room.id}/report.csv`}>A line each (CSV)</PaperLink>
      </Flex>
      <Text mb="4">
        {room.units.length} machines, {room.handedBack} handed back.
        {room.next !== undefined && ` Next: #${room.next} (Enter).`}
      </Text>
      <Units room={room} writes={writes} work={work} />
      {writes && <Kinds room={room} work={work} />}
      {writes && <RoomPlanning room={room} work={work} />}
    </Box>
  );
}
