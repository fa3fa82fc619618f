import { Button, Flex, Text } from '@chakra-ui/react';
import { Link as RouterLink } from 'react-router';
import type { JobView } from '../../api';
import { useOptions } from '../plan/api';

/** From here on a round is worth asking whether it can be spared. */
const LONG_MINUTES = 8;

/** What the longest round costs before it is begun, and a layout that needs none of its positions. */
export function Avoid({ job }: { job: JobView }) {
  const long = job.opening.rounds
    .filter((r) => !r.done && !r.opened && r.purpose === 'FIT' && r.minutes >= LONG_MINUTES)
    .sort((a, b) => b.minutes - a.minutes)[0];
  return long ? <Spared job={job} round={long} /> : null;
}

function Spared({ job, round }: { job: JobView; round: JobView['opening']['rounds'][number] }) {
  const options = useOptions(job);
  const spares = (options.data?.options ?? []).find(
    (o) =>
      o.minutes < round.minutes &&
      !o.picture.lanes.some((l) => l.blocks.some((b) => b.changed && round.positionIds.includes(b.position))),
  );
  return (
    <Flex gap="3" align="center" wrap="wrap" role="note">
      <Text color="risk" fontWeight="600">
        ▲ {round.name} costs about {round.minutes} min: {round.positions}.
      </Text>
      {spares && (
        <>
          <Text>
            {spares.installed} without opening it: {spares.minutes} min, {spares.price}.
          </Text>
          <Button asChild size="sm" variant="outline" color="ink">
            <RouterLink to={`/jobs/${job.id}/plan`}>To Plan</RouterLink>
          </Button>
        </>
      )}
    </Flex>
  );
}
