import { Badge, Box, Button, Flex, Grid, Heading, Stack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { Link } from 'react-router';
import { words } from '../../api/words';
import { STATIONS } from '../../parts/stations';
import { useHandedBack } from './api';
import { grouped, type Job, promise, stateOf } from './board';

/**
 * Jobs by what they wait for: what is blocked or late first, what is handed back folded away.
 *
 * @param jobs those that have the words of the filter
 * @param earlier whether more were handed back than are among them
 * @param timed jobs with a timer that has not rung
 */
export function Board({
  jobs,
  earlier,
  timed,
  filter,
}: {
  jobs: Job[];
  earlier: boolean;
  timed: Set<number>;
  filter: string;
}) {
  const groups = grouped(jobs, timed);
  const closed = groups.find(([group]) => group === 'NOTHING')?.[2] ?? [];
  return (
    <Stack gap="5">
      {groups
        .filter(([group]) => group !== 'NOTHING')
        .map(([group, name, held]) => (
          <Box as="section" key={group} aria-label={name}>
            <Heading as="h2" size="md" mb="1.5" color={group === 'FIRST' ? 'stop' : undefined}>
              {name}
              <Text as="span" color="quiet" fontWeight="400">
                {' '}
                {held.length}
              </Text>
            </Heading>
            <Rows name={name} jobs={held} />
          </Box>
        ))}
      {(closed.length > 0 || earlier) && (
        <HandedBack last={closed} earlier={earlier} filter={filter.trim()} />
      )}
    </Stack>
  );
}

function Rows({ name, jobs }: { name: string; jobs: Job[] }) {
  return (
    <Stack as="ul" gap="1.5" listStyleType="none" aria-label={name}>
      {jobs.map((job) => (
        <JobRow key={job.id} job={job} />
      ))}
    </Stack>
  );
}

/** What was handed back: the last ones at hand, earlier ones found by the words of the filter or page by page. */
function HandedBack({ last, earlier, filter }: { last: Job[]; earlier: boolean; filter: string }) {
  const [all, setAll] = useState(false);
  const asks = earlier && (all || filter !== '');
  const found = useHandedBack(filter, asks);
  const jobs = asks ? (found.data?.pages.flatMap((p) => p.jobs) ?? last) : last;
  const more = asks ? found.hasNextPage : earlier;
  const name = words['board.NOTHING'];
  if (asks && found.data && jobs.length === 0) return null;
  return (
    <details open={filter !== ''}>
      <Box as="summary" cursor="pointer" fontWeight="700" color="quiet" mb="2" width="fit-content">
        {name}, {more ? `${asks ? 'the first' : 'the last'} ${jobs.length}` : jobs.length}
      </Box>
      <Rows name={name} jobs={jobs} />
      {found.isError && (
        <Text role="alert" color="stop">
          {found.error.message}
        </Text>
      )}
      {more && (
        <Button
          mt="2"
          size="sm"
          variant="outline"
          color="ink"
          loading={found.isFetching}
          onClick={() => (asks ? void found.fetchNextPage() : setAll(true))}
        >
          {asks ? 'More' : 'All that were handed back'}
        </Button>
      )}
    </details>
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
