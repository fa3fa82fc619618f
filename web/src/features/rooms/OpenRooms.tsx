import { Box, Flex, Heading, Text } from '@chakra-ui/react';
import { Link } from 'react-router';
import { useRooms } from './api';

/** The rooms that are in the shop, above the single jobs. */
export function OpenRooms() {
  const rooms = useRooms();
  if (!rooms.data?.length) return null;
  return (
    <Box as="section" aria-label="Rooms" mb="5">
      <Heading as="h2" size="md" mb="1.5">
        Rooms{' '}
        <Text as="span" color="quiet" fontWeight="400">
          {rooms.data.length}
        </Text>
      </Heading>
      <Flex as="ul" listStyleType="none" gap="2" wrap="wrap">
        {rooms.data.map((r) => (
          <li key={r.id}>
            <Link to={`/rooms/${r.id}`}>
              <Box
                bg="panel"
                borderWidth="1px"
                borderColor="line"
                borderRadius="md"
                px="4"
                py="1.5"
                _hover={{ borderColor: 'accent' }}
              >
                <Text fontWeight="700" overflowWrap="anywhere">
                  {r.name}
                </Text>
                <Text color="quiet" fontSize="sm">
                  {r.jobs.length} machines, {r.handedBack} handed back
                </Text>
              </Box>
            </Link>
          </li>
        ))}
      </Flex>
    </Box>
  );
}
