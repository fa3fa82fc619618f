import type { Schemas } from '../../api/client';
import type { QuickMachine, Spot } from './api';

type ShapeView = Schemas['ShapeView'];

const SPOT: Record<string, Spot> = {
  B: { kind: 'BANK', second: false },
  S: { kind: 'SOCKET', second: false },
  C: { kind: 'SOCKET', second: false },
  U: { kind: 'UPPER_SOCKET', second: false },
  K: { kind: 'SOCKET', second: true },
};

/** The positions that the letters of a shape mean. */
export function spots(shape: ShapeView): Spot[][] {
  return shape.channels.map((letters) => [...letters].map((l) => ({ ...SPOT[l] })));
}

/** Chosen anew, a shape keeps the size that the first bank had. */
export function withShape(now: QuickMachine, shape: ShapeView): QuickMachine {
  const size = bankSize(now);
  const channels = spots(shape).map((c) => c.map((s) => (s.kind === 'BANK' && size ? { ...s, size } : s)));
  return settled({ ...now, formFactor: shape.form, channels });
}

export function bankSize(now: QuickMachine): string | undefined {
  return now.channels.flat().find((s) => s.kind === 'BANK')?.size;
}

/** One position set, added (a kind at the end of its channel) or taken away (no kind). */
export function withSpot(
  now: QuickMachine,
  channel: number,
  at: number,
  spot: Spot | undefined,
): QuickMachine {
  const channels = now.channels.map((c, i) => {
    if (i !== channel) return c;
    const next = [...c];
    if (spot) next.splice(at, 1, spot.kind === 'BANK' ? { ...spot, size: spot.size ?? bankSize(now) } : spot);
    else next.splice(at, 1);
    return next;
  });
  return settled({ ...now, channels });
}

/** Facts that follow from the others: a form for sockets, a second way in only where something lies behind it. */
export function settled(m: QuickMachine): QuickMachine {
  const all = m.channels.flat();
  const sockets = all.some((s) => s.kind !== 'BANK');
  const second = all.some((s) => s.second);
  const straight = m.kind === 'DESKTOP' || m.kind === 'SERVER';
  return {
    ...m,
    formFactor: !sockets
      ? 'SOLDERED'
      : m.formFactor === 'SOLDERED'
        ? straight
          ? 'DIMM'
          : 'SO_DIMM'
        : m.formFactor,
    second: second ? (m.second ?? { wayIn: 'KEYBOARD', minutes: 25 }) : undefined,
    plug: m.plug === 'UNDER_SECOND' && !second ? 'NOT_KNOWN' : m.plug,
  };
}

/** Whether the positions are those of this shape. */
export function isShape(m: QuickMachine, shape: ShapeView): boolean {
  const plain = (c: Spot[][]) => JSON.stringify(c.map((x) => x.map((s) => [s.kind, s.second])));
  return m.formFactor === shape.form && plain(m.channels) === plain(spots(shape));
}

/** How most of a kind are opened, until somebody says otherwise. Common practice, no source. */
const USUAL_WAY: Record<QuickMachine['kind'], QuickMachine['main']> = {
  LAPTOP: { wayIn: 'WHOLE_BASE', minutes: 8 },
  ALL_IN_ONE: { wayIn: 'BACK', minutes: 12 },
  MINI_PC: { wayIn: 'WHOLE_BASE', minutes: 5 },
  DESKTOP: { wayIn: 'COVER', minutes: 3 },
  SERVER: { wayIn: 'COVER', minutes: 3 },
};

/** What another kind changes; a way in that somebody gave stays. */
export function ofKind(m: QuickMachine, kind: QuickMachine['kind']): Partial<QuickMachine> {
  const straight = kind === 'DESKTOP' || kind === 'SERVER';
  const several = (m.processors ?? 1) > 1;
  const was = USUAL_WAY[m.kind];
  const untouched = m.main.wayIn === was.wayIn && m.main.minutes === was.minutes;
  return {
    kind,
    // What several processors had is no shape of another kind.
    ...(several && kind !== 'SERVER' ? { processors: 1, channels: EMPTY.channels } : {}),
    formFactor: straight ? 'DIMM' : m.formFactor === 'DIMM' ? 'SO_DIMM' : m.formFactor,
    plug: kind === 'LAPTOP' ? 'NOT_KNOWN' : 'NO_BATTERY',
    main: untouched ? USUAL_WAY[kind] : m.main,
  };
}

/** A server of like channels. */
export function ofProcessors(
  m: QuickMachine,
  processors: number,
  each: number,
  sockets: number,
): QuickMachine {
  const channel = (): Spot[] => Array.from({ length: sockets }, () => ({ kind: 'SOCKET', second: false }));
  return settled({ ...m, processors, channels: Array.from({ length: processors * each }, channel) });
}

/** What a channel is called before it has another name: its letter, of several processors with theirs. */
export function channelName(m: QuickMachine, channel: number): string {
  const each = m.channels.length / (m.processors ?? 1);
  const letter = String.fromCharCode(65 + (channel % each));
  return (m.processors ?? 1) > 1 ? `P${Math.floor(channel / each) + 1} ${letter}` : letter;
}

export const EMPTY: QuickMachine = {
  maker: '',
  model: '',
  variant: '',
  kind: 'LAPTOP',
  generation: 'DDR4',
  formFactor: 'SO_DIMM',
  channels: [[{ kind: 'SOCKET', second: false }], [{ kind: 'SOCKET', second: false }]],
  topRate: 3200,
  main: USUAL_WAY.LAPTOP,
  plug: 'NOT_KNOWN',
};
