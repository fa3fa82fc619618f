import { Box, Flex, Text } from '@chakra-ui/react';
import type { JobView } from '../../api';

/** What is off now and what lies in the tray, screws in heaps of one head and one length. */
export function OffNow({ job, compact = false }: { job: JobView; compact?: boolean }) {
  const { off, tray, trayCount } = job.opening;
  if (off.length === 0 && trayCount === 0) return null;
  return (
    <Flex
      as="section"
      aria-label="Off now"
      gap={{ base: '2', md: '5' }}
      wrap="wrap"
      bg="panel"
      borderRadius="md"
      px="3"
      py="2"
      mb="3"
    >
      <Text>
        <b>Off now:</b> {off.length > 0 ? off.map((p) => p.name).join(', ') : 'nothing'}
      </Text>
      <Flex gap="2" align="center" wrap="wrap">
        <Text>
          <b>Tray:</b> {trayCount === 0 ? 'empty' : `${trayCount} ${trayCount === 1 ? 'screw' : 'screws'}`}
        </Text>
        {!compact &&
          tray.map((g) => (
            <Flex
              key={g.bit + g.length}
              align="center"
              gap="1.5"
              borderWidth="1px"
              borderColor="line"
              borderRadius="full"
              px="2.5"
              fontSize="sm"
              data-heap={g.count}
            >
              <svg width="18" height="12" viewBox="0 0 30 12" aria-hidden="true">
                <path d="M2 1h5v10h-5z" fill="currentColor" />
                <path
                  d={`M7 6h${Math.max(5, Math.min(21, (Number.parseFloat(g.length) || 4) * 2.4))}`}
                  stroke="currentColor"
                  strokeWidth="3"
                />
              </svg>
              {g.count} × {g.bit}
              {g.length && `, ${g.length}`}
            </Flex>
          ))}
      </Flex>
      {job.opening.bans.length > 0 && (
        <Box>
          <b>The owner wants:</b> {job.opening.bans.join(', ')}
        </Box>
      )}
    </Flex>
  );
}
