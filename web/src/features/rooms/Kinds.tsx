import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import type { Room, useRoomWork } from './api';

/** What the machines of each kind that were read say, and for whom it can stand. */
export function Kinds({ room, work }: { room: Room; work: ReturnType<typeof useRoomWork> }) {
  return (
    <Box as="section" aria-label="Readings" mb="5">
      <Heading as="h2" size="md" mb="1.5">
        Readings
      </Heading>
      {room.kinds.map((k) => {
        const units = room.units.filter((u) => k.unread.includes(u.job));
        return (
          <Flex key={k.machineId} gap="3" align="center" wrap="wrap" mb="1.5">
            <Box flex="1" minW="16rem">
              <Text>
                <b>{k.machine}:</b> {k.says}
              </Text>
              {k.holds.length > 0 && (
                <Text color="quiet" fontSize="sm">
                  {k.holds.join('; ')}
                </Text>
              )}
            </Box>
            {k.stands && units.length > 0 && (
              <Button
                loading={work.standsFor.isPending}
                onClick={() => work.standsFor.mutate({ machineId: k.machineId, units })}
              >
                Take it for the other {units.length}
              </Button>
            )}
          </Flex>
        );
      })}
      {work.standsFor.isError && (
        <Text role="alert" color="stop">
          {work.standsFor.error.message}
        </Text>
      )}
    </Box>
  );
}
