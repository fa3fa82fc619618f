import { Box, Flex } from '@chakra-ui/react';
import type { Schemas } from '../api/client';
import { STATIONS } from '../parts/stations';

type Leg = Schemas['LegView'];

const ROW = 58;
const WIDE = 58;

/** How far out a station's peak reaches: the root of its minutes, so that a long one does not flatten the rest. */
export function reach(minutes: number, most: number): number {
  return 8 + (WIDE - 8) * Math.sqrt(Math.max(minutes, 1) / Math.max(most, 1));
}

const WORD = { DONE: 'done', OPEN: 'open', BLOCKED: 'blocked' } as const;

/**
 * The trail: eight stations as a ridge seen in profile, turned upright. A peak is as far out as the minutes it takes; what is
 * walked is filled; what blocks is marked by shape and word.
 */
export function TrailPicture({
  legs,
  at,
  onGo,
}: {
  legs: Leg[];
  at: Leg['station'];
  onGo: (path: string) => void;
}) {
  const most = Math.max(...legs.map((l) => l.minutes));
  return (
    <Box position="relative">
      <Box
        position="absolute"
        right="0"
        top="0"
        color="accent"
        pointerEvents="none"
        display={{ base: 'none', md: 'block' }}
        aria-hidden="true"
      >
        <svg width={WIDE} height={ROW * legs.length} viewBox={`0 0 ${WIDE} ${ROW * legs.length}`}>
          {legs.map((l, i) => {
            const out = WIDE - reach(l.minutes, most);
            const y = i * ROW;
            return (
              <path
                key={l.station}
                d={`M${WIDE} ${y + 2}L${out} ${y + ROW / 2}L${WIDE} ${y + ROW - 2}Z`}
                fill={l.status === 'DONE' ? 'currentColor' : 'none'}
                fillOpacity=".3"
                stroke="currentColor"
                strokeOpacity=".5"
                strokeDasharray={l.status === 'BLOCKED' ? '3 3' : undefined}
              />
            );
          })}
        </svg>
      </Box>
      <Flex
        as="ol"
        direction={{ base: 'row', md: 'column' }}
        wrap={{ base: 'wrap', md: 'nowrap' }}
        gap={{ base: '1', md: '0' }}
        listStyleType="none"
      >
        {legs.map((l, i) => {
          const station = STATIONS[i];
          const here = l.station === at;
          return (
            <Box as="li" key={l.station} height={{ md: `${ROW}px` }} py={{ md: '1' }}>
              <Box
                asChild
                width="full"
                height="full"
                textAlign="left"
                px="2"
                py="1"
                borderRadius="md"
                borderWidth="2px"
                borderColor={here ? 'accent' : 'transparent'}
                bg={here ? 'accentSoft' : { base: 'panel', md: 'transparent' }}
                cursor="pointer"
              >
                <button
                  type="button"
                  aria-current={here ? 'step' : undefined}
                  onClick={() => onGo(station.path)}
                >
                  <Box as="span" display="block" fontWeight={here ? '700' : '600'} lineHeight="1.2">
                    {i + 1} {station.name}
                  </Box>
                  <Box
                    as="span"
                    display="block"
                    fontSize="xs"
                    color={l.status === 'BLOCKED' ? 'stop' : l.status === 'DONE' ? 'good' : 'quiet'}
                    fontWeight="600"
                  >
                    {l.status === 'BLOCKED' ? '⬣ ' : l.status === 'DONE' ? '✓ ' : ''}
                    {WORD[l.status]}
                    {l.minutes > 0 ? `, ${l.minutes} min` : ''}
                  </Box>
                </button>
              </Box>
            </Box>
          );
        })}
      </Flex>
    </Box>
  );
}
