import { Box, Text } from '@chakra-ui/react';
import type { Schemas } from '../api/client';
import { words } from '../api/words';

type Step = Schemas['StepView'];
type Fastener = Schemas['FastenerView'];
type Form = NonNullable<Step['outline']>['form'];

const STATE: Record<NonNullable<Fastener['state']>, string> = {
  OUT: 'in the tray',
  BACK: 'back in',
  TIGHT: 'will not come',
  STRIPPED: 'stripped',
  MISSING: 'missing',
  LEFT: 'stays out',
};

const WIDTH = 360;
const LARGE = 640;
/** Closer than this a mark would lie over a screw. */
const APART = 26;

export function screwKind(f: Pick<Fastener, 'bit' | 'length' | 'role'>): string {
  return `${f.bit}${f.length ? `, ${f.length}` : ''}${f.role === 'OUT' ? '' : `, ${words[`role.${f.role}`]}`}`;
}

/**
 * The side that lies up, to scale where the record says how large it is, with its screws and catches where they are. A number per
 * kind of screw, the same in the list beside it; a screw that is out leaves a dashed hole.
 */
export function OpeningPicture({
  step,
  onScrew,
  onCatch,
  onPlace,
  chosen,
  large = false,
}: {
  step: Step;
  onScrew?: (f: Fastener) => void;
  /** Where on the side somebody clicked, 0 to 1 across and down. */
  onPlace?: (x: number, y: number) => void;
  onCatch?: (id: string) => void;
  /** The screw or catch that is shown beside it. */
  chosen?: string;
  /** As wide as there is room, what it means beneath it. */
  large?: boolean;
}) {
  const { outline, fasteners, catches } = step;
  const width = large ? LARGE : WIDTH;
  const most = large ? 430 : 300;
  const height = outline
    ? Math.min(most, Math.max(90, (width * outline.depthMillimetres) / outline.widthMillimetres))
    : (width * 5) / 9;
  const groups = [...new Set(fasteners.map(screwKind))];
  const at = (p: { x: number; y: number }) => ({ x: 16 + p.x * (width - 32), y: 16 + p.y * (height - 32) });
  const screws = fasteners.map(at);
  return (
    <Box
      display="grid"
      gridTemplateColumns={{ base: '1fr', sm: large ? '1fr' : 'minmax(0, 22rem) minmax(10rem, 1fr)' }}
      gap="3"
      alignItems="start"
      mt="2"
    >
      {/* biome-ignore lint/a11y/useKeyWithClickEvents: beside it stands a button that puts one, and fields for its place */}
      <svg
        viewBox={`0 0 ${width} ${height}`}
        width="100%"
        role={onScrew ? 'group' : 'img'}
        aria-label={`${step.text}: ${fasteners.length} screws, ${catches.length} catches`}
        style={{ color: 'var(--chakra-colors-ink)', cursor: onPlace ? 'crosshair' : undefined }}
        onClick={
          onPlace &&
          ((e) => {
            const box = e.currentTarget.getBoundingClientRect();
            const at = {
              x: ((e.clientX - box.left) / box.width) * width,
              y: ((e.clientY - box.top) / box.height) * height,
            };
            onPlace((at.x - 16) / (width - 32), (at.y - 16) / (height - 32));
          })
        }
      >
        <Shell form={outline?.form} width={width} height={height} />
        {catches.map((c) => (
          <CatchMark
            key={c.id}
            c={c}
            at={markAt(at(c), screws, width, height)}
            screws={screws}
            width={width}
            height={height}
            chosen={chosen === c.id}
            onCatch={onCatch}
          />
        ))}
        {fasteners.map((f) => (
          <Screw
            key={f.id}
            f={f}
            {...at(f)}
            number={groups.indexOf(screwKind(f)) + 1}
            chosen={chosen === f.id}
            onScrew={onPlace || (f.role !== 'LEAVE_ALONE' && f.role !== 'SHARED') ? onScrew : undefined}
          />
        ))}
      </svg>
      <Box fontSize="sm">
        {groups.length > 0 && (
          <Box
            as="ul"
            listStyleType="none"
            display={large ? 'flex' : undefined}
            flexWrap="wrap"
            columnGap="6"
          >
            {groups.map((g, i) => (
              <li key={g}>
                <b>{i + 1}</b>: {fasteners.filter((f) => screwKind(f) === g).length} × {g}
              </li>
            ))}
          </Box>
        )}
        {fasteners
          .filter((f) => f.hiddenUnder)
          .map((f) => (
            <Text key={f.id}>
              {f.id} under {f.hiddenUnder}
            </Text>
          ))}
        {catches.map((c) => (
          <Text key={c.id}>
            {c.start ? '▲ Start: ' : '△ Catch: '}
            {[c.direction, c.tool].filter(Boolean).join('; ')}
          </Text>
        ))}
        {fasteners.some((f) => f.magnetNear) && (
          <Text>
            A magnet lies near{' '}
            {fasteners
              .filter((f) => f.magnetNear)
              .map((f) => f.id)
              .join(', ')}
            .
          </Text>
        )}
      </Box>
    </Box>
  );
}

type Point = { x: number; y: number };

const near = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y) < APART;

/** Where the mark of a catch is drawn: at its place, or beside it where a screw is there, the nearer edge first. */
export function markAt(place: Point, screws: Point[], width: number, height: number): Point {
  const toEdge = place.y > height / 2 ? APART : -APART;
  const tried: [number, number][] = [
    [0, 0],
    [0, toEdge],
    [0, -toEdge],
    [APART, 0],
    [-APART, 0],
  ];
  const within = (p: Point) => ({
    x: Math.max(9, Math.min(width - 9, p.x)),
    y: Math.max(14, Math.min(height - 12, p.y)),
  });
  const places = tried.map(([x, y]) => within({ x: place.x + x, y: place.y + y }));
  return places.find((p) => !screws.some((s) => near(s, p))) ?? places[0];
}

function CatchMark({
  c,
  at,
  screws,
  width,
  height,
  chosen,
  onCatch,
}: {
  c: Step['catches'][number];
  at: Point;
  screws: Point[];
  width: number;
  height: number;
  chosen: boolean;
  onCatch?: (id: string) => void;
}) {
  const { x, y } = at;
  // The word stands where neither a screw nor the edge is.
  const words: [number, number][] = [
    [28, 4],
    [-28, 4],
    [0, 22],
    [0, -14],
  ];
  const free = ([dx, dy]: [number, number]) =>
    x + dx > 20 &&
    x + dx < width - 20 &&
    y + dy < height - 4 &&
    !screws.some((s) => near(s, { x: x + dx, y: y + dy - 4 }));
  const [dx, dy] = words.find(free) ?? words[0];
  const name = `${c.start ? 'Start here' : 'Catch'} ${c.id}: ${c.direction || 'way not noted'}; ${c.tool || 'tool not noted'}`;
  const drawn = (
    <>
      <title>{name}</title>
      <path
        d={`M${x - 7} ${y + 6}h14l-7-12z`}
        fill={c.start ? 'currentColor' : 'none'}
        stroke={chosen ? 'var(--chakra-colors-accent)' : 'currentColor'}
        strokeWidth={chosen ? 3.5 : 1.8}
      />
      {c.start && (
        <text
          x={x + dx}
          y={y + dy}
          textAnchor="middle"
          fill="currentColor"
          style={{ fontSize: 13, fontWeight: 700 }}
        >
          start
        </text>
      )}
    </>
  );
  if (!onCatch) return <g>{drawn}</g>;
  return (
    // biome-ignore lint/a11y/useSemanticElements: a button cannot stand inside a drawing
    <g
      role="button"
      tabIndex={0}
      aria-label={name}
      data-catch={c.id}
      style={{ cursor: 'pointer' }}
      onClick={(e) => (e.stopPropagation(), onCatch(c.id))}
      onKeyDown={(e) => {
        if (e.key === 'Enter' || e.key === ' ') {
          e.preventDefault();
          e.stopPropagation();
          onCatch(c.id);
        }
      }}
    >
      <rect x={x - 14} y={y - 14} width="28" height="28" fill="transparent" />
      {drawn}
    </g>
  );
}

function Screw({
  f,
  x,
  y,
  number,
  chosen,
  onScrew,
}: {
  f: Fastener;
  x: number;
  y: number;
  number: number;
  chosen: boolean;
  onScrew?: (f: Fastener) => void;
}) {
  const out = f.state === 'OUT' || f.state === 'MISSING' || f.state === 'LEFT';
  const stuck = f.state === 'TIGHT' || f.state === 'STRIPPED';
  const stays = f.role !== 'OUT';
  const name = `Screw ${f.letter ?? f.id}, ${screwKind(f)}${f.hiddenUnder ? `, under ${f.hiddenUnder}` : ''}: ${f.state ? STATE[f.state] : 'in its hole'}`;
  const shape = {
    fill: out ? 'none' : 'var(--chakra-colors-panel)',
    stroke: stuck ? 'var(--chakra-colors-stop)' : chosen ? 'var(--chakra-colors-accent)' : 'currentColor',
    strokeWidth: stuck || chosen ? 3.5 : 2,
    strokeDasharray: out ? '3 3' : undefined,
  };
  const drawn = (
    <>
      <title>{name}</title>
      {stays ? (
        <path d={`M${x - 10} ${y - 10}h20v20h-20z`} {...shape} />
      ) : (
        <circle cx={x} cy={y} r="11" {...shape} />
      )}
      {f.role === 'LEAVE_ALONE' ? (
        <path
          d={`M${x - 6} ${y - 6}l12 12M${x + 6} ${y - 6}l-12 12`}
          stroke="currentColor"
          strokeWidth="2.4"
        />
      ) : (
        <text
          x={x}
          y={y + 5}
          textAnchor="middle"
          fill="currentColor"
          opacity={out ? 0.65 : 1}
          style={{ fontSize: 14, fontWeight: 700 }}
        >
          {stuck ? '!' : number}
        </text>
      )}
      {f.letter && (
        <text
          x={x + 17}
          y={y - 7}
          textAnchor="middle"
          fill="currentColor"
          style={{ fontSize: 14, fontWeight: 700, fontStyle: 'italic' }}
        >
          {f.letter}
        </text>
      )}
      {f.hiddenUnder && <path d={`M${x - 14} ${y - 14}h28`} stroke="currentColor" strokeWidth="2" />}
    </>
  );
  if (!onScrew) return <g data-screw={f.id}>{drawn}</g>;
  return (
    // biome-ignore lint/a11y/useSemanticElements: a button cannot stand inside a drawing
    <g
      role="button"
      tabIndex={0}
      aria-label={name}
      aria-pressed={out}
      data-screw={f.id}
      style={{ cursor: 'pointer' }}
      onClick={(e) => (e.stopPropagation(), onScrew(f))}
      onKeyDown={(e) => {
        if (e.key === 'Enter' || e.key === ' ') {
          e.preventDefault();
          e.stopPropagation();
          onScrew(f);
        }
      }}
    >
      {/* A finger is wider than a screw. */}
      <rect x={x - 18} y={y - 18} width="36" height="36" fill="transparent" />
      {drawn}
    </g>
  );
}

/** The outline of a side, told apart by what it has: a hinge, keys, a foot, slots. */
function Shell({ form, width: w, height }: { form: Form | undefined; width: number; height: number }) {
  const line = { fill: 'none', stroke: 'currentColor', strokeWidth: 1.5, opacity: 0.55 };
  return (
    <g>
      <rect
        x="2"
        y="2"
        width={w - 4}
        height={height - 4}
        rx={form === 'RACK' || form === 'TOWER' ? 3 : 12}
        fill="none"
        stroke="currentColor"
        strokeWidth="2"
      />
      {form === 'CLAMSHELL_BASE' && (
        <path d={`M${w * 0.15} 7h${w * 0.2}M${w * 0.65} 7h${w * 0.2}`} {...line} />
      )}
      {form === 'KEYBOARD_SIDE' && (
        <>
          <rect x={w * 0.1} y={height * 0.14} width={w * 0.8} height={height * 0.42} rx="4" {...line} />
          <rect x={w * 0.36} y={height * 0.66} width={w * 0.28} height={height * 0.24} rx="4" {...line} />
        </>
      )}
      {form === 'ALL_IN_ONE_BACK' && (
        <path d={`M${w * 0.38} ${height - 4}v-${height * 0.3}h${w * 0.24}v${height * 0.3}`} {...line} />
      )}
      {form === 'TOWER' && <path d={`M${w - 26} 8v${height - 16}M8 ${height * 0.8}h${w - 40}`} {...line} />}
      {form === 'RACK' && <path d={`M8 ${height - 20}h${w - 16}M8 18h${w - 16}`} {...line} />}
      {form === 'BOX' && (
        <>
          <circle cx="22" cy="22" r="7" {...line} />
          <circle cx={w - 22} cy={height - 22} r="7" {...line} />
        </>
      )}
    </g>
  );
}
