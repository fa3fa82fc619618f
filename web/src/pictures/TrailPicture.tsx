import { Box, Grid } from '@chakra-ui/react';
import type { Schemas } from '../api/client';
import { STATIONS } from '../parts/stations';
import { useWidth } from './useWidth';

type Leg = Schemas['LegView'];

const HIGH = 44;
const BASE = HIGH - 1;
const TALLEST = 38;
const VALLEY = 4;

/** How high a station's peak is: the root of its minutes, so that a long one does not flatten the rest. */
export function height(minutes: number, most: number): number {
  return 12 + (TALLEST - 12) * Math.sqrt(Math.max(minutes, 1) / Math.max(most, 1));
}

/** The ridge over one station, from valley to valley: up to its peak, down over a shoulder. */
function crest(x: number, width: number, h: number): string {
  const y = (up: number) => (BASE - up).toFixed(1);
  const at = (part: number) => (x + part * width).toFixed(1);
  return `${at(0)} ${y(VALLEY)} L${at(0.2)} ${y(h * 0.42)} ${at(0.44)} ${y(h)} ${at(0.64)} ${y(h * 0.46)} ${at(0.76)} ${y(h * 0.6)} ${at(1)} ${y(VALLEY)}`;
}

/** What is to be expected, and beside it what it took. */
function time(l: Leg): string {
  const expected = l.minutes > 0 ? `${l.minutes} min` : '';
  return l.took ? `${expected}${expected && ', '}took ${l.took}` : expected;
}

const WORD = { DONE: 'done', OPEN: 'open', BLOCKED: 'blocked' } as const;

/**
 * The trail: eight stations as one ridge line in profile over the whole width. A peak is as high as the minutes it takes; what is walked is
 * filled, where one stands is outlined, what is to come is a hairline, what blocks carries an octagon.
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
  const [box, width] = useWidth(1280);
  const most = Math.max(...legs.map((l) => l.minutes));
  const each = width / legs.length;
  return (
    <Box ref={box} as="nav" aria-label="Stations" borderBottomWidth="1px" borderColor="line" color="accent">
      <Box hideBelow="md" css={{ '--zr-soft': '{colors.accentSoft}', '--zr-stop': '{colors.stop}' }}>
        <svg
          width={width}
          height={HIGH}
          viewBox={`0 0 ${width} ${HIGH}`}
          aria-hidden="true"
          style={{ display: 'block' }}
        >
          {legs.map((l, i) => {
            const line = crest(i * each, each, height(l.minutes, most));
            const here = l.station === at;
            return (
              <g key={l.station}>
                <path
                  d={`M${(i * each).toFixed(1)} ${BASE} L${line} L${((i + 1) * each).toFixed(1)} ${BASE}Z`}
                  fill={l.status === 'DONE' ? 'currentColor' : here ? 'var(--zr-soft)' : 'none'}
                  fillOpacity={l.status === 'DONE' ? 0.72 : 1}
                />
                <path
                  d={`M${line}`}
                  fill="none"
                  stroke="currentColor"
                  strokeWidth={here ? 2.5 : 1}
                  strokeLinejoin="round"
                />
                {l.status === 'BLOCKED' && (
                  <path
                    transform={`translate(${i * each + 0.44 * each - 8} ${BASE - height(l.minutes, most) - 4})`}
                    d="M5 1h6l4 4v6l-4 4H5l-4-4V5z"
                    fill="var(--zr-stop)"
                  />
                )}
              </g>
            );
          })}
        </svg>
      </Box>
      <Grid as="ol" templateColumns="repeat(8, minmax(0, 1fr))" listStyleType="none" color="ink">
        {legs.map((l, i) => {
          const station = STATIONS[i];
          const here = l.station === at;
          return (
            <Box as="li" key={l.station}>
              <Box
                asChild
                width="full"
                minH="2rem"
                px={{ base: '0', md: '1' }}
                py={{ base: '0.5', md: '0' }}
                display="flex"
                alignItems={{ base: 'flex-start', md: 'center' }}
                justifyContent="center"
                bg={here ? 'accentSoft' : undefined}
                fontWeight={here ? '700' : '400'}
                cursor="pointer"
                textAlign="center"
                whiteSpace="nowrap"
                fontSize="sm"
              >
                <button
                  type="button"
                  aria-current={here ? 'step' : undefined}
                  aria-label={`${i + 1} ${station.name}, ${WORD[l.status]}${time(l) && `, ${time(l)}`}`}
                  onClick={() => onGo(station.path)}
                >
                  <Box as="span" color={l.status === 'BLOCKED' ? 'stop' : undefined}>
                    {i + 1}{' '}
                    <Box as="span" hideBelow="md">
                      {station.name}
                    </Box>
                    {l.status === 'DONE' ? ' ✓' : l.status === 'BLOCKED' ? ' ⬣' : ''}
                    <Box
                      as="span"
                      hideFrom="md"
                      display="block"
                      fontSize="0.6875rem"
                      lineHeight="1.1"
                      letterSpacing="-0.01em"
                      whiteSpace="normal"
                    >
                      {station.name}
                    </Box>
                  </Box>
                  <Box as="span" hideBelow="xl" color="quiet" fontWeight="400" ms="1">
                    {time(l)}
                  </Box>
                </button>
              </Box>
            </Box>
          );
        })}
      </Grid>
    </Box>
  );
}
