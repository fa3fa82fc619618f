import { Badge, Box, Flex, Grid, Heading, Stack, Text } from '@chakra-ui/react';
import { Link } from 'react-router';
import { STATIONS } from '../../parts/stations';
import { grouped, type Job, promise, stateOf } from './board';

/** Jobs by what they wait for: what is blocked or late first, what is handed back folded away. */
/** @param timed jobs with a timer that has not rung */
export function Board({ jobs, timed, filtered }: { jobs: Job[]; timed: Set<number>; filtered: boolean }) {
  return (
    <Stack gap="5">
      {grouped(jobs, timed).map(([group, name, held]) => {
        const rows = (
          <Stack key={group} as="ul" gap="1.5" listStyleType="none" aria-label={name}>
            {held.map((job) => (
              <JobRow key={job.id} job={job} />
            ))}
          </Stack>
        );
        return group === 'NOTHING' ? (
          <details key={group} open={filtered}>
            <Box as="summary" cursor="pointer" fontWeight="700" color="quiet" mb="2" width="fit-content">
              {name}, {held.length}
            </Box>
            {rows}
          </details>
        ) : (
          <Box as="section" key={group} aria-label={name}>
            <Heading as="h2" size="md" mb="1.5" color={group === 'FIRST' ? 'stop' : undefined}>
              {name}
              <Text as="span" color="quiet" fontWeight="400">
                {' '}
                {held.length}
              </Text>
            </Heading>
            {rows}
          </Box>
        );
      })}
    </Stack>
  );
}

function JobRow({ job }: { job: Job }) {
  const at = STATIONS.findIndex((s) => s.id === job.station);
  const days = job.closed ? undefined : job.daysLeft;
  return (
    <li>
      <Link to={`/jobs/${job.id}`}>
        <Grid
          bg="panel"
          borderWidth="1px"
          borderColor="line"
          borderRadius="md"
          px="4"
          py="1.5"
          gap={{ base: '1', md: '4' }}
          templateColumns={{ base: '1fr', md: '3rem 13rem 1fr 8.5rem 15rem' }}
          alignItems="center"
          _hover={{ borderColor: 'accent' }}
        >
          <Text fontFamily="mono" color="quiet">
            #{job.id}
          </Text>
          <Box minW="0">
            <Text fontWeight="700" lineHeight="1.25">
              {job.machine}
            </Text>
            <Text color="quiet" overflowWrap="anywhere" lineClamp={1} lineHeight="1.25">
              {job.owner}
            </Text>
          </Box>
          <Text minW="0" lineClamp={2} overflowWrap="anywhere" lineHeight="1.25">
            {job.wish || 'No wish noted'}
          </Text>
          <Box lineHeight="1.25">
            {days !== undefined && (
              <Text fontWeight={days <= 1 ? '700' : '400'} color={days < 0 ? 'stop' : undefined}>
                {promise(days)}
              </Text>
            )}
            <Text fontSize="sm" color="quiet">
              {job.updatedBy}
            </Text>
          </Box>
          <Box>
            <Flex gap="2" align="center">
              <MiniRidge at={at} closed={job.closed} />
              <Badge
                bg={job.closed ? 'goodSoft' : job.blocked ? 'stopSoft' : 'accentSoft'}
                color={job.closed ? 'good' : job.blocked ? 'stop' : 'accent'}
                fontSize="sm"
                px="2"
              >
                {stateOf(job)}
              </Badge>
            </Flex>
            {job.away && (
              <Text fontSize="sm" lineClamp={1} overflowWrap="anywhere">
                {job.away}
              </Text>
            )}
            {job.partsOn && <Text fontSize="sm">parts on {job.partsOn}</Text>}
            {job.returnUntil && !job.closed && (
              <Text fontSize="sm" color="quiet">
                goes back until {job.returnUntil}
              </Text>
            )}
          </Box>
        </Grid>
      </Link>
    </li>
  );
}

/** Eight peaks; those walked are filled. The badge beside it says the same in words. */
function MiniRidge({ at, closed }: { at: number; closed: boolean }) {
  return (
    <Box color="accent" aria-hidden="true" flexShrink="0">
      <svg width="72" height="16" viewBox="0 0 72 16">
        {STATIONS.map((s, i) => (
          <path
            key={s.id}
            d={`M${i * 9} 15l4.5-${6 + ((i * 5) % 8)} 4.5 ${6 + ((i * 5) % 8)}z`}
            fill={closed || i < at ? 'currentColor' : 'none'}
            stroke="currentColor"
          />
        ))}
      </svg>
    </Box>
  );
}
