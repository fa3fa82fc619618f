import { Box } from '@chakra-ui/react';
import type { Schemas } from '../api/client';
import { useWidth } from './useWidth';

type Limit = Schemas['LimitView'];

/** Height gauge: one scale in GB, a mark per claim (solid where hard, dotted where not), as-found and plan as two markers. */
export function LimitsPicture({
  limits,
  found,
  planned,
}: {
  limits: Limit[];
  found: number;
  planned: number;
}) {
  const totals = limits.filter((l) => l.quantity === 'TOTAL' && l.mebibytes !== undefined);
  const most = Math.max(planned, found, ...totals.map((l) => l.mebibytes!)) * 1.08;
  const [box, width] = useWidth(760);
  const height = 300;
  const y = (mebibytes: number) => height - 14 - (mebibytes / most) * (height - 30);
  // Texts that would lie on each other move apart downwards.
  let last = Number.NEGATIVE_INFINITY;
  const marks = [...totals]
    .sort((a, b) => b.mebibytes! - a.mebibytes!)
    .map((l) => {
      const textY = Math.max(y(l.mebibytes!) + 4, last + 17);
      last = textY;
      return { l, textY };
    });
  return (
    <Box
      ref={box}
      color="ink"
      css={{
        '--zr-accent': '{colors.accent}',
        '--zr-quiet': '{colors.quiet}',
        '--zr-stop': '{colors.stop}',
        '--zr-risk': '{colors.risk}',
      }}
    >
      <svg
        viewBox={`0 0 ${width} ${height}`}
        width={width}
        height={height}
        role="img"
        style={{ fontSize: 14 }}
        aria-label={`Ceilings in GB; as found ${found / 1024}, planned ${planned / 1024}. The table below says the same.`}
      >
        <path d={`M150 6V${height - 10}`} stroke="currentColor" strokeWidth="3" />
        {marks.map(({ l, textY }) => (
          <g key={`${l.source}-${l.mebibytes}`}>
            <path
              d={`M150 ${y(l.mebibytes!)}H${width < 500 ? 170 : 240}l18 ${textY - 4 - y(l.mebibytes!)}`}
              fill="none"
              stroke={l.hard ? 'var(--zr-stop)' : 'var(--zr-risk)'}
              strokeWidth="2.5"
              strokeDasharray={l.hard ? undefined : '2 5'}
            />
            <text x={width < 500 ? 192 : 264} y={textY} fill="currentColor">
              {l.value}: {l.source.toLowerCase()}
              {l.hard ? ', a hard bound' : ''}
              {width < 500 ? '' : ` (${l.where})`}
            </text>
          </g>
        ))}
        <Marker y={y(found)} text={`as found ${found / 1024} GB`} fill="var(--zr-quiet)" />
        {planned !== found && (
          <Marker y={y(planned)} text={`plan ${planned / 1024} GB`} fill="var(--zr-accent)" />
        )}
      </svg>
    </Box>
  );
}

function Marker({ y, text, fill }: { y: number; text: string; fill: string }) {
  return (
    <g>
      <path d={`M146 ${y}l-12-7v14z`} fill={fill} />
      <text x="128" y={y + 4} textAnchor="end" fill="currentColor" style={{ fontWeight: 700 }}>
        {text}
      </text>
    </g>
  );
}
