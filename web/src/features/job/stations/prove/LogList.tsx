import { Box, Flex, Text } from '@chakra-ui/react';
import { duration } from '../shared/Steps';
import { dayAndClock } from '../../../../parts/times';
import type { Change, JobView } from '../../api';
import { Retracting } from './Retracting';

/** What was done to the machine, as it happened; a wrong entry is taken out by name, with what hangs on it. */
export function LogList({ job, change, readOnly }: { job: JobView; change: Change; readOnly: boolean }) {
  if (job.log.length === 0) return null;
  return (
    <details data-log>
      <Box as="summary" cursor="pointer" fontWeight="600" width="fit-content">
        What was done, all {job.log.length} entries
      </Box>
      <Box as="ol" listStyleType="none" mt="1">
        {job.log.map((e) => (
          <Flex as="li" key={e.no} gap="3" align="center" wrap="wrap" py="0.5">
            <Text fontSize="sm" flex="1" minW="14rem" overflowWrap="anywhere">
              {e.text}
            </Text>
            <Text fontSize="sm" color="quiet">
              {e.seconds !== undefined && `${duration(e.seconds)}, `}
              {e.beforeLog ? 'from before the log' : e.at ? dayAndClock(e.at) : 'time not known'}, {e.by}
            </Text>
            {!readOnly && <Retracting job={job} no={e.no} what={e.text} change={change} />}
          </Flex>
        ))}
      </Box>
    </details>
  );
}
