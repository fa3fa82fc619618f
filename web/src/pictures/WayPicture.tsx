import { Box } from '@chakra-ui/react';
import type { Schemas } from '../api/client';

type Step = Schemas['StepView'];

const WIDE = 84;
const SKEW = 20;
const DEEP = 20;
const EACH = 38;
const OFF = 12;

/**
 * The way in as the parts lie over one another: the first to come off on top, what it leads to at the bottom. What is off is set aside and
 * drawn with strokes; what comes next is filled. The list of steps says the same in words.
 */
export function WayPicture({
  steps,
  names,
  target,
}: {
  steps: Step[];
  /** By the part's id. */
  names: Map<string, string>;
  /** The positions that it leads to. */
  target: string;
}) {
  const parts = steps.filter((s) => s.part !== '' && (s.kind === 'TAKE_OFF' || s.kind === 'BATTERY_OFF'));
  if (parts.length === 0) return null;
  const next = parts.findIndex((s) => !s.done);
  const height = (parts.length + 1) * EACH + DEEP;
  const width = WIDE + SKEW + OFF + 164;
  const turns = parts.map((s, i) => (i > 0 && s.side !== parts[i - 1].side ? s.side : undefined));
  return (
    <Box
      color="accent"
      role="img"
      aria-label={`From the outside in: ${parts.map((s) => names.get(s.part) ?? s.text).join(', ')}; then ${target}`}
    >
      <svg viewBox={`0 0 ${width} ${height}`} width="100%" style={{ maxWidth: width, fontSize: 13 }}>
        {/* From the bottom up, so that what lies over another is drawn over it. */}
        <Plate y={parts.length * EACH} x={0} look="target" />
        <Words x={WIDE + SKEW + OFF + 8} y={parts.length * EACH + DEEP} text={target} strong />
        {parts
          .map((s, i) => ({ s, i }))
          .reverse()
          .map(({ s, i }) => (
            <g key={s.id}>
              <Plate
                y={i * EACH}
                x={s.done ? OFF : 0}
                look={s.done ? 'off' : i === next ? 'next' : 'on'}
                screws={s.fasteners.filter((f) => f.role === 'OUT').length}
              />
              <Words
                x={WIDE + SKEW + OFF + 8}
                y={i * EACH + DEEP}
                text={`${s.done ? '✓' : `${i + 1}.`} ${names.get(s.part) ?? s.text}`}
                strong={i === next}
                quiet={s.done}
                second={turns[i] ? `turn it: ${turns[i]?.toLowerCase()} up` : screwsOf(s)}
              />
            </g>
          ))}
      </svg>
    </Box>
  );
}

function screwsOf(s: Step): string | undefined {
  const n = s.fasteners.filter((f) => f.role === 'OUT').length;
  return n > 0 ? `${n} ${n === 1 ? 'screw' : 'screws'}` : undefined;
}

const MOST_DOTS = 10;

/** One part seen from above at an angle, its screws along its edge. */
function Plate({
  x,
  y,
  look,
  screws = 0,
}: {
  x: number;
  y: number;
  look: 'on' | 'next' | 'off' | 'target';
  screws?: number;
}) {
  const top = y + 2;
  const dots = Math.min(screws, MOST_DOTS);
  return (
    <g>
      <path
        d={`M${x + SKEW} ${top}h${WIDE}l${-SKEW} ${DEEP}h${-WIDE}z`}
        fill={look === 'on' ? 'var(--chakra-colors-panel)' : look === 'off' ? 'none' : 'currentColor'}
        fillOpacity={look === 'next' ? 0.3 : look === 'target' ? 0.75 : 1}
        stroke="currentColor"
        strokeWidth={look === 'next' ? 2.2 : 1.3}
        strokeDasharray={look === 'off' ? '4 3' : undefined}
        strokeLinejoin="round"
      />
      {Array.from({ length: dots }, (_, i) => (
        <circle
          // biome-ignore lint/suspicious/noArrayIndexKey: a dot is its place
          key={i}
          cx={x + SKEW / 2 + 6 + ((i + 0.5) * (WIDE - 12)) / dots}
          cy={top + DEEP / 2}
          r="2.4"
          fill={look === 'off' ? 'none' : 'currentColor'}
          stroke="currentColor"
        />
      ))}
    </g>
  );
}

function Words({
  x,
  y,
  text,
  second,
  strong,
  quiet,
}: {
  x: number;
  y: number;
  text: string;
  second?: string;
  strong?: boolean;
  quiet?: boolean;
}) {
  return (
    <text
      x={x}
      y={second ? y - 9 : y - 3}
      fill={quiet ? 'var(--chakra-colors-quiet)' : 'var(--chakra-colors-ink)'}
      style={{ fontWeight: strong ? 700 : 400 }}
    >
      {cut(text)}
      {second && (
        <tspan x={x} dy="14" fill="var(--chakra-colors-quiet)" style={{ fontSize: 11.5, fontWeight: 400 }}>
          {second}
        </tspan>
      )}
    </text>
  );
}

/** A drawing has no second line to go on with; the list of steps has the whole name. */
function cut(text: string): string {
  return text.length > 23 ? `${text.slice(0, 22)}…` : text;
}
