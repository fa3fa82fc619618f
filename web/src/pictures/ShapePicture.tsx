import { Box } from '@chakra-ui/react';

export type SpotLike = { kind: 'BANK' | 'SOCKET' | 'UPPER_SOCKET'; second: boolean };

const HIGH = 16;
const GAP = 6;
const ROW = HIGH + 8;

/**
 * A shape that memory comes in, small: a lane per channel; banks lie hatched in the lane's bed, sockets are open frames, one stacked above
 * another is set off upwards, one behind the second way in has a lid.
 */
export function ShapePicture({
  channels,
  name,
  wide,
}: {
  channels: SpotLike[][];
  name: string;
  /** One module over all channels. */
  wide?: boolean;
}) {
  const WIDE = wide ? 74 : 34;
  const most = Math.max(1, ...channels.map((c) => c.length));
  const width = 14 + most * (WIDE + GAP);
  const height = channels.length * ROW + 6;
  return (
    <Box
      color="accent"
      css={{ '--zr-bed': '{colors.edge}' }}
      {...(name ? { role: 'img', 'aria-label': name } : { 'aria-hidden': true })}
    >
      <svg width={width} height={height} viewBox={`0 0 ${width} ${height}`}>
        {channels.map((spots, c) => {
          const y = c * ROW + 6;
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: a channel is its number
            <g key={c}>
              <path d={`M2 ${y + HIGH + 2}H${width - 2}`} stroke="var(--zr-bed)" />
              {spots.map((s, i) => {
                const x = 8 + i * (WIDE + GAP);
                const up = s.kind === 'UPPER_SOCKET' ? 4 : 0;
                return (
                  // biome-ignore lint/suspicious/noArrayIndexKey: a position is its number
                  <g key={i}>
                    {s.kind === 'BANK' ? (
                      <>
                        <rect x={x} y={y} width={WIDE} height={HIGH} fill="currentColor" opacity=".25" />
                        {[0, 1, 2, 3].map((k) => (
                          <path
                            key={k}
                            d={`M${x + 3 + k * 7} ${y + HIGH}l6-${HIGH}`}
                            stroke="currentColor"
                            opacity=".6"
                          />
                        ))}
                      </>
                    ) : (
                      <rect
                        x={x + up}
                        y={y - up}
                        width={WIDE}
                        height={HIGH}
                        fill="none"
                        stroke="currentColor"
                        strokeWidth="1.6"
                        strokeDasharray={s.kind === 'UPPER_SOCKET' ? '5 2' : undefined}
                      />
                    )}
                    {s.second && (
                      <path
                        d={`M${x - 2} ${y - 4}H${x + WIDE + 2}`}
                        stroke="currentColor"
                        strokeWidth="2.5"
                      />
                    )}
                  </g>
                );
              })}
            </g>
          );
        })}
      </svg>
    </Box>
  );
}
