import { Badge, Box, Button, Flex, Grid, Heading, Input, Text } from '@chakra-ui/react';
import { type FormEvent, useState } from 'react';
import { Link } from 'react-router';
import { words } from '../../api/words';
import { STATIONS } from '../../parts/stations';
import type { Room, RoomUnit, useRoomWork } from './api';

type Work = ReturnType<typeof useRoomWork>;

/** What the answers are that one press gives. */
const USUAL = [
  words['usual.seal.NONE'],
  words['usual.battery.GOOD'],
  words['usual.encryption.NOT_ENCRYPTED'],
  words['usual.firmwareSettings.DEFAULTS'],
];

const COLUMNS = { base: '2.2rem 1fr', md: '2.2rem minmax(9rem, 1fr) 12rem minmax(13rem, 1.3fr) 17rem' };

/** Every machine in a line: which it is, where it stands, how well it is known, and what it is to have. */
export function Units({ room, writes, work }: { room: Room; writes: boolean; work: Work }) {
  const kinds = room.kinds.length > 1;
  const unasked = room.units.filter((u) => u.unasked);
  return (
    <Box as="section" aria-label="Machines" mb="5">
      <Heading as="h2" size="md" mb="1.5">
        Machines
      </Heading>
      <Box as="ul" listStyleType="none" bg="panel" borderWidth="1px" borderColor="line" borderRadius="md">
        {room.units.map((u) => (
          <Grid
            as="li"
            key={u.job}
            data-unit={u.place}
            templateColumns={COLUMNS}
            columnGap="3"
            rowGap="0.5"
            px="3"
            py="1"
            alignItems="center"
            borderTopWidth={u.place > 1 ? '1px' : undefined}
            borderColor="line"
          >
            <Text fontWeight="700" textAlign="right" aria-label={`Place ${u.place}`}>
              {u.place}
            </Text>
            <Box minW="0" lineHeight="1.25">
              <Link to={`/jobs/${u.job}`}>
                <Text as="span" color="accent" textDecoration="underline" fontWeight="600">
                  #{u.job}
                </Text>{' '}
                <Text as="span" fontFamily="mono" overflowWrap="anywhere">
                  {u.serial}
                </Text>
              </Link>
              {kinds && (
                <Text fontSize="sm" color="quiet">
                  {u.machine}
                </Text>
              )}
            </Box>
            <Where unit={u} />
            <Known unit={u} writes={writes} work={work} />
            <Text gridColumn={{ base: '2', md: 'auto' }}>
              {u.found ? `came with ${u.found}` : ''}
              {u.planned && `, is to have ${u.planned}`}
            </Text>
            {u.missing.map((m) => (
              <Text key={m} gridColumn={{ base: '2', md: '2 / -1' }} color="stop" fontWeight="700">
                {m}
              </Text>
            ))}
          </Grid>
        ))}
      </Box>
      {(work.line.isError || work.usual.isError) && (
        <Text role="alert" color="stop" mt="2">
          {(work.line.error ?? work.usual.error)?.message}
        </Text>
      )}
      {writes && unasked.length > 0 && (
        <Flex gap="3" align="center" wrap="wrap" mt="2">
          <Text flex="1" minW="16rem">
            Of {unasked.length} nobody has answered what is asked of every machine. As usual:{' '}
            {USUAL.join('; ')}. What is otherwise is said at Take in of that one.
          </Text>
          <Button
            variant="outline"
            color="ink"
            loading={work.usual.isPending}
            onClick={() => work.usual.mutate(unasked)}
          >
            As usual in {unasked.length}
          </Button>
        </Flex>
      )}
    </Box>
  );
}

function Where({ unit }: { unit: RoomUnit }) {
  const at = STATIONS.findIndex((s) => s.id === unit.station);
  return (
    <Flex gap="2" rowGap="0.5" align="center" wrap="wrap" gridColumn={{ base: '2', md: 'auto' }}>
      <Flex gap="2px" aria-hidden="true" flexShrink="0">
        {STATIONS.map((s, i) => (
          <Box
            key={s.id}
            w="7px"
            h="12px"
            borderWidth="1px"
            borderColor="accent"
            bg={unit.closed || i < at ? 'accent' : undefined}
          />
        ))}
      </Flex>
      <Badge
        bg={unit.closed ? 'goodSoft' : unit.blocked ? 'stopSoft' : 'accentSoft'}
        color={unit.closed ? 'good' : unit.blocked ? 'stop' : 'accent'}
        fontSize="sm"
        px="2"
      >
        {unit.closed ? 'handed back' : `${STATIONS[at]?.name}${unit.blocked ? ', blocked' : ''}`}
      </Badge>
      {unit.waitsFor && <Text fontSize="sm">waits for {unit.waitsFor}</Text>}
    </Flex>
  );
}

/** How well it is known what is in it; where its own total is still to be read, the field for it. */
function Known({ unit, writes, work }: { unit: RoomUnit; writes: boolean; work: Work }) {
  const [total, setTotal] = useState('');
  const asks = writes && !unit.closed && (unit.reading === 'ALIKE' || unit.reading === 'DIFFERS');
  const submit = (e: FormEvent) => {
    e.preventDefault();
    const [size, listed] = total.split(/[,;]/).map((t) => t.trim());
    if (!size) return;
    // The next machine whose total is still to be read: one after the other without the mouse.
    const fields = [...document.querySelectorAll<HTMLInputElement>('input[data-line]')];
    const next = fields[fields.findIndex((f) => f.dataset.line === String(unit.place)) + 1];
    next?.focus();
    work.line.mutate(
      { unit, total: /^\d+([.,]\d+)?$/.test(size) ? `${size} GB` : size, listed: listed ?? '' },
      { onSuccess: () => setTotal('') },
    );
  };
  return (
    <Flex gap="2" align="center" wrap="wrap" gridColumn={{ base: '2', md: 'auto' }} minW="0">
      <Text
        color={unit.reading === 'DIFFERS' ? 'stop' : unit.reading === 'NOT_READ' ? 'quiet' : undefined}
        fontWeight={unit.reading === 'DIFFERS' ? '700' : undefined}
        lineHeight="1.25"
      >
        {unit.says}
      </Text>
      {asks && (
        <form onSubmit={submit}>
          <Flex gap="1">
            <Input
              size="xs"
              width="8.5rem"
              data-line={unit.place}
              aria-label={`Total in firmware of place ${unit.place}, and the modules it lists`}
              placeholder="GB, modules"
              value={total}
              onChange={(e) => setTotal(e.target.value)}
              maxLength={40}
            />
            <Button type="submit" size="xs" variant="outline" color="ink">
              Note
            </Button>
          </Flex>
        </form>
      )}
    </Flex>
  );
}
