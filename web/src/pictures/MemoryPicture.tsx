import { Box } from '@chakra-ui/react';
import { type KeyboardEvent, useId } from 'react';
import { useDrag, useIsOver } from '../parts/drag';
import {
  type LaneShape,
  isPartlyRead,
  layOut,
  likeTogether,
  lids,
  type Picture,
  type Shape,
  stretches,
} from './memoryModel';
import { useWidth } from './useWidth';

export type PictureActions = {
  /** Name of what is in hand, when something is. */
  inHand?: string;
  /** The position was chosen: put down what is in hand, or take up what is there. */
  onChoose: (position: string, key?: string) => void;
  onEmpty: (position: string) => void;
};

const COLOR = {
  ink: 'var(--zr-ink)',
  quiet: 'var(--zr-quiet)',
  line: 'var(--zr-line)',
  accent: 'var(--zr-accent)',
  soft: 'var(--zr-soft)',
  panel: 'var(--zr-panel)',
  bed: 'var(--zr-bed)',
};

/** Pixels left of the lanes from which on "Channel" stands before a long name. */
const ROOM_FOR_WORD = 80;

/**
 * The memory picture: one lane per channel. A module is a block as long as its capacity with one ledge per rank; soldered banks
 * are hatched into the lane's bed; what lies under more than the cover has a lid with its minutes. Below, on the same axis, the
 * width map. A table with the same content stands beside it for those who do not see the picture.
 */
export function MemoryPicture({
  picture,
  most,
  name,
  actions,
  unread,
  together = !actions,
}: {
  picture: Picture;
  most: number;
  name: string;
  actions?: PictureActions;
  /** Whether like channels of a large machine are drawn once. */
  together?: boolean;
  /** What an unread socket is called: a record's are plain sockets. */
  unread?: string;
}) {
  const hatch = useId().replace(/[^a-zA-Z0-9]/g, '');
  const [box, width] = useWidth(760);
  const shown = together ? likeTogether(picture) : picture;
  const { lanes, scale, left } = layOut(shown, most, width, unread);
  const map = stretches(picture, scale, left);
  const mapTop = lanes.reduce((sum, l) => sum + l.height, 0) + 6;
  // A record's sockets are nobody's to read.
  const partly = unread === undefined && isPartlyRead(picture);
  const deepest = Math.max(8, ...map.map((s) => s.thickness));
  const height = mapTop + deepest + 20 + 14 * Math.max(0, ...map.map((s) => s.row));
  return (
    <Box
      ref={box}
      css={{
        '--zr-ink': '{colors.ink}',
        '--zr-quiet': '{colors.quiet}',
        '--zr-line': '{colors.edge}',
        '--zr-accent': '{colors.accent}',
        '--zr-soft': '{colors.accentSoft}',
        '--zr-panel': '{colors.panel}',
        '--zr-bed': '{colors.line}',
      }}
    >
      {/* biome-ignore lint/a11y/useSemanticElements: a drawing is no set of fields */}
      <svg
        viewBox={`0 0 ${width} ${height}`}
        width={width}
        height={height}
        role="group"
        aria-label={name}
        style={{ fontSize: 13 }}
      >
        <defs>
          <pattern
            id={hatch}
            width="7"
            height="7"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <rect width="7" height="7" fill={COLOR.panel} />
            <rect width="3" height="7" fill={COLOR.bed} />
          </pattern>
        </defs>
        {lanes.map((l) => (
          <LaneRow
            key={l.lane.channel}
            shape={l}
            from={left - 6}
            to={width}
            hatch={hatch}
            actions={actions}
          />
        ))}
        <text x="0" y={mapTop + 13} fill={COLOR.quiet}>
          Width
        </text>
        {partly && map.length > 0 && (
          <text x="0" y={mapTop + 26} fill={COLOR.quiet}>
            so far
          </text>
        )}
        {map.length === 0 && (
          <text x={left} y={mapTop + 13} fill={COLOR.quiet}>
            {partly ? 'not read' : 'no memory yet'}
          </text>
        )}
        {map.map((s) => (
          <g key={`${s.processor}-${s.ways}`}>
            <rect
              x={s.x}
              y={mapTop}
              width={Math.max(s.width - 1, 1)}
              height={s.thickness}
              fill={COLOR.accent}
              opacity={s.ways > 1 ? 0.85 : 0.45}
            />
            <text x={s.x + 2} y={mapTop + deepest + 14 + s.row * 14} fill={COLOR.ink}>
              {s.label}
            </text>
          </g>
        ))}
      </svg>
    </Box>
  );
}

function LaneRow({
  shape,
  from,
  to,
  hatch,
  actions,
}: {
  shape: LaneShape;
  from: number;
  to: number;
  hatch: string;
  actions?: PictureActions;
}) {
  const { lane, y } = shape;
  return (
    <g transform={`translate(0 ${y})`}>
      <text x="0" y={shape.top + 15} fill={COLOR.ink} style={{ fontWeight: 700 }}>
        {from < ROOM_FOR_WORD && lane.channel.length > 2 ? lane.channel : `Channel ${lane.channel}`}
      </text>
      <text x="0" y={shape.top + 32} fill={COLOR.quiet}>
        {lane.mebibytes === 0
          ? ((shape.shapes.find((s) => s.unknown) ?? shape.shapes[0])?.nothing ?? '')
          : `${lane.mebibytes / 1024} GB`}
        {'alike' in lane && `, × ${lane.alike}`}
      </text>
      <path d={`M${from} ${shape.top + 39}H${to}`} stroke={COLOR.line} strokeWidth="2" />
      {lids(shape.shapes).map((lid) => (
        // biome-ignore lint/a11y/noAriaHiddenOnFocusable: a group of a drawing takes no focus
        <g key={lid.x} aria-hidden="true">
          <path
            d={`M${lid.x - 2} ${shape.top}v-5h${lid.width + 4}v5`}
            fill="none"
            stroke={COLOR.quiet}
            strokeWidth="2"
          />
          <text x={lid.x + 3} y={shape.top - 8} fill={COLOR.quiet} style={{ fontSize: 11.5 }}>
            {shortened(lid.text, lid.width + 60, 5.8)}
          </text>
        </g>
      ))}
      {shape.shapes.map((s) => (
        <g key={s.position} transform={`translate(0 ${shape.top})`}>
          {s.soldered ? <Soldered shape={s} hatch={hatch} /> : <Position shape={s} actions={actions} />}
        </g>
      ))}
    </g>
  );
}

/** A bank on the board: hatched, and sunk into the bed. */
function Soldered({ shape: s, hatch }: { shape: Shape; hatch: string }) {
  return (
    // biome-ignore lint/a11y/noInteractiveElementToNoninteractiveRole: a group of a drawing is not interactive
    <g role="img" aria-label={`${s.label}, soldered: ${s.text}`}>
      <rect
        x={s.x}
        y={4}
        width={Math.max(s.width - 2, 2)}
        height={39}
        fill={`url(#${hatch})`}
        stroke={COLOR.line}
      />
      <Caption shape={s} y={19} text={s.text} plate />
      <Caption shape={s} y={34} text="soldered" plate />
    </g>
  );
}

function Position({ shape: s, actions }: { shape: Shape; actions?: PictureActions }) {
  const filled = s.mebibytes > 0;
  const usable = actions && !s.absent;
  const isOver = useIsOver(s.position) && !!usable;
  const drag = useDrag({ id: s.key ?? '', text: s.text });
  const label = `${s.label}: ${filled ? s.text : s.nothing}${s.lid ? `, under ${s.lid}, ${s.reachMinutes} minutes` : ''}${s.changed ? ', changed' : ''}${s.absent ? ', not there: its carrier or processor is missing' : ''}`;
  const keyDown = (e: KeyboardEvent) => {
    if (e.key === 'Enter' || e.key === ' ') {
      e.preventDefault();
      actions?.onChoose(s.position, s.key);
    } else if (e.key === 'Delete' || e.key === 'Backspace') {
      e.preventDefault();
      actions?.onEmpty(s.position);
    }
  };
  return (
    <g
      data-position={s.position}
      data-drop={usable ? s.position : undefined}
      role={usable ? 'button' : 'img'}
      tabIndex={usable ? 0 : undefined}
      opacity={s.absent ? 0.45 : undefined}
      aria-label={usable && actions?.inHand ? `Put ${actions.inHand} into ${label}` : label}
      style={{
        cursor: usable ? (filled && !actions.inHand ? 'grab' : 'pointer') : undefined,
        touchAction: usable ? 'none' : undefined,
        outlineOffset: 1,
      }}
      {...(usable
        ? {
            onPointerDown: filled && s.key ? drag.onPointerDown : undefined,
            onKeyDown: keyDown,
            onClick: () => actions.onChoose(s.position, s.key),
          }
        : {})}
    >
      {filled ? (
        <Module shape={s} />
      ) : (
        <rect
          x={s.x}
          y={2}
          width={s.width}
          height={35}
          rx="3"
          fill="transparent"
          stroke={COLOR.line}
          strokeDasharray="4 3"
          strokeWidth="1.5"
        />
      )}
      {isOver || (usable && actions?.inHand && !filled) ? (
        <rect
          x={s.x - 1}
          y={0}
          width={Math.max(s.width, 4)}
          height={39}
          rx="3"
          fill="none"
          stroke={COLOR.accent}
          strokeWidth={isOver ? 4 : 2}
        />
      ) : null}
      {!filled && <Caption shape={s} y={17} text={short(s.label)} />}
      {!filled && <Caption shape={s} y={31} text={s.absent ? 'not there' : s.nothing} />}
    </g>
  );
}

/** As long as its capacity; one ledge per rank along the top, like the steps of a hillside. */
function Module({ shape: s }: { shape: Shape }) {
  const width = Math.max(s.width - 2, 6);
  const ledges = Math.min(s.ranks, 8);
  const step = Math.min(5, 14 / ledges);
  let d = `M${s.x} 38V1`;
  for (let i = 0; i < ledges; i++) {
    d += `H${s.x + width - (ledges - 1 - i) * Math.min(14, width / (ledges + 2))}v${i < ledges - 1 ? step : 0}`;
  }
  d += 'V38Z';
  return (
    <g>
      <path
        d={d}
        fill={s.changed ? COLOR.soft : COLOR.panel}
        stroke={s.changed ? COLOR.accent : COLOR.ink}
        strokeWidth={s.changed ? 2.5 : 1.5}
      />
      <Caption shape={s} y={17} text={s.text.replace(/ DDR.*/, '')} bold />
      <Caption shape={s} y={32} text={short(s.label) + (s.changed ? ' (new)' : '')} />
    </g>
  );
}

function Caption({
  shape: s,
  y,
  text,
  bold,
  plate,
}: {
  shape: Shape;
  y: number;
  text: string;
  bold?: boolean;
  plate?: boolean;
}) {
  const shown = shortened(text, s.width - 10, 6.6);
  return (
    <g pointerEvents="none">
      {plate && shown && (
        <rect x={s.x + 3} y={y - 11} width={shown.length * 6.9 + 4} height="14" fill={COLOR.panel} />
      )}
      <text x={s.x + 5} y={y} fill={COLOR.ink} style={{ fontWeight: bold ? 700 : 400, fontSize: 12.5 }}>
        {shown}
      </text>
    </g>
  );
}

/** As much of a text as goes into so many pixels. */
export function shortened(text: string, pixels: number, perCharacter: number): string {
  const most = Math.floor(pixels / perCharacter);
  return text.length <= most ? text : most < 3 ? '' : `${text.slice(0, most - 1)}…`;
}

function short(label: string): string {
  return label.replace(/^Socket /, '');
}
