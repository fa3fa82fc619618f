import { Box, Button, Flex, Text } from '@chakra-ui/react';
import { Link } from 'react-router';
import { InBar } from '../../parts/Bar';
import { STATIONS } from '../../parts/stations';
import { inRoom, useRooms } from '../rooms';
import type { JobView } from './api';
import { KeptState } from './KeptState';
import type { QueueState } from './queue';
import { madeElsewhere } from './stationsOf';

const LINKED = { textDecoration: 'underline' };

type Props = {
  job: JobView;
  state: QueueState;
  writer: boolean;
  station: string;
  onUndo: () => void;
  onRedo: () => void;
};

/** The job in the product's bar: machine, owner, wish; whether all is kept; what can be taken back. */
export function JobHeader({ job, state, writer, station, onUndo, onRedo }: Props) {
  const path = STATIONS.find((s) => s.id === station)?.path ?? '';
  const room = inRoom(useRooms().data, job.id);
  return (
    <InBar>
      <Flex gap={{ base: '2', md: '3' }} align="center" minW="0">
        <Text
          fontWeight="700"
          fontSize={{ base: 'md', md: 'lg' }}
          whiteSpace="nowrap"
          flexShrink={{ base: 1, md: 0 }}
          truncate
        >
          #{job.id} <Link to={`/machines/${encodeURIComponent(job.machineId)}`}>{job.machineName}</Link>
        </Text>
        {room && (
          <Text whiteSpace="nowrap" truncate>
            <Link to={`/rooms/${room.room.id}`} style={LINKED}>
              {room.place} of {room.room.name}
            </Link>
            {room.room.jobs[room.place] !== undefined && (
              <>
                {', '}
                <Link to={`/jobs/${room.room.jobs[room.place]}/${path}`} style={LINKED}>
                  next machine
                </Link>
              </>
            )}
          </Text>
        )}
        <Text flex="1" minW="0" truncate color="quiet" hideBelow="md">
          {job.order.promised && !job.closed && `for ${job.order.promised}, `}
          {job.order.away && `not here: ${job.order.away}, `}
          {job.order.owner}: {job.order.wish || 'no wish noted yet'}
        </Text>
        <KeptState job={job} state={state} />
        {writer && (
          <Flex gap="1" flexShrink="0">
            <Taker
              name="Undo"
              does={job.undoes}
              at={madeElsewhere(job.undoesType, station)}
              keys="Ctrl+Z"
              onClick={onUndo}
            />
            <Taker name="Redo" does={job.redoes} keys="Ctrl+Shift+Z" onClick={onRedo} />
          </Flex>
        )}
      </Flex>
    </InBar>
  );
}

/** A button that says what it would take back, or bring again. */
function Taker({
  name,
  does,
  at,
  keys,
  onClick,
}: {
  name: string;
  does?: string;
  /** The station it would be taken back at, where that is another one. */
  at?: string;
  keys: string;
  onClick: () => void;
}) {
  return (
    <Button
      size="xs"
      variant="outline"
      color="ink"
      minH="2rem"
      hideBelow={name === 'Redo' ? 'md' : undefined}
      disabled={!does}
      maxW={{ base: '11rem', '2xl': '20rem' }}
      title={does && `${at ? `At ${at}: ` : ''}${does} (${keys})`}
      onClick={onClick}
    >
      {name}
      {does && (
        <Box as="span" hideBelow={at ? undefined : 'lg'} fontWeight="400" minW="0" truncate>
          {at ? `at ${at}` : does}
        </Box>
      )}
    </Button>
  );
}
