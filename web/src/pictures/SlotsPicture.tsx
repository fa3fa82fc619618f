import { Box } from '@chakra-ui/react';
import type { Schemas } from '../api/client';

type Slot = Schemas['SlotView'];

const WIDE = 13;
const HIGH = 9;
/** A column per channel up to here; beyond it there is no room in a list. */
const MOST = 32;

/**
 * A machine's memory in a list: a column per channel, its positions from the bottom up. A socket is a frame, a bank on the board is filled; a
 * bar lies over what takes more opening than the nearest socket. The words beside it say the same.
 */
export function SlotsPicture({ slots }: { slots: Slot[] }) {
  const channels = Math.min(MOST, Math.max(1, ...slots.flatMap((s) => s.channels.map((c) => c + 1))));
  const levels: number[] = Array(channels).fill(0);
  const drawn = slots.flatMap((s) => {
    const columns = s.channels.filter((c) => c < channels);
    if (columns.length === 0) return [];
    const level = Math.max(...columns.map((c) => levels[c]));
    for (const c of columns) levels[c] = level + 1;
    return [{ ...s, x: Math.min(...columns), span: columns.length, level }];
  });
  const rows = Math.max(1, ...levels);
  const width = channels * (WIDE + 3) + 1;
  const height = rows * (HIGH + 4) + 2;
  return (
    <Box color="accent" aria-hidden="true">
      <svg width={width} viewBox={`0 0 ${width} ${height}`} style={{ maxWidth: '9rem' }}>
        {drawn.map((s) => {
          const x = s.x * (WIDE + 3) + 1;
          const y = height - (s.level + 1) * (HIGH + 4) + 1;
          const w = s.span * (WIDE + 3) - 3;
          return (
            <g key={`${s.x}-${s.level}`}>
              <rect
                x={x}
                y={y + 2}
                width={w}
                height={HIGH}
                fill={s.soldered ? 'currentColor' : 'none'}
                fillOpacity=".55"
                stroke="currentColor"
                strokeWidth="1.3"
              />
              {s.far && <path d={`M${x - 1} ${y}h${w + 2}`} stroke="currentColor" strokeWidth="2" />}
            </g>
          );
        })}
      </svg>
    </Box>
  );
}

/** What a machine has, in words, beside its picture. */
export function slotWords(m: Schemas['MachineSummary']): string {
  const soldered = m.soldered > 0 ? `, ${m.soldered} soldered` : '';
  const far = m.slots.filter((s) => s.far).length;
  return `${m.generation}, ${m.sockets} ${m.sockets === 1 ? 'socket' : 'sockets'}${soldered}${far > 0 ? `, ${far} deeper inside` : ''}`;
}
