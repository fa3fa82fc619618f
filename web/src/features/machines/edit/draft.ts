import type { Schemas } from '../../../api/client';
import type { Brush } from '../../../parts/ScrewKind';

export type MachineRecord = Schemas['MachineRecord'];
export type Part = Schemas['Part'];
export type Fastener = Schemas['Fastener'];
export type Catch = Schemas['Catch'];
export type Side = Part['side'];

/** A record on its way, with what it was before each step. */
export type Draft = { record: MachineRecord; before: MachineRecord[]; after: MachineRecord[] };

const MOST_STEPS = 100;

export function begin(record: MachineRecord): Draft {
  return { record, before: [], after: [] };
}

export function edit(draft: Draft, next: MachineRecord): Draft {
  return next === draft.record
    ? draft
    : { record: next, before: [...draft.before, draft.record].slice(-MOST_STEPS), after: [] };
}

export function undo(draft: Draft): Draft {
  const last = draft.before.at(-1);
  return last
    ? { record: last, before: draft.before.slice(0, -1), after: [draft.record, ...draft.after] }
    : draft;
}

export function redo(draft: Draft): Draft {
  const [next, ...after] = draft.after;
  return next ? { record: next, before: [...draft.before, draft.record], after } : draft;
}

/** An id made of a name that no other one has. */
export function freshId(name: string, taken: string[]): string {
  const base =
    name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 40) || 'part';
  let id = base;
  for (let n = 2; taken.includes(id); n++) id = `${base}-${n}`;
  return id;
}

/** The next number of a letter: B1, B2 … */
export function freshNumber(letter: string, taken: string[]): string {
  const used = taken.map((t) => (t.startsWith(letter) ? Number(t.slice(letter.length)) || 0 : 0));
  return `${letter}${Math.max(0, ...used) + 1}`;
}

function withParts(record: MachineRecord, parts: Part[]): MachineRecord {
  return { ...record, access: { ...record.access, parts } };
}

export function addPart(record: MachineRecord, name: string, kind: Part['kind'], side: Side): MachineRecord {
  const part: Part = {
    id: freshId(
      name,
      record.access.parts.map((p) => p.id),
    ),
    name,
    kind,
    side,
    needsOff: [],
    fasteners: [],
    how: '',
    secondsOff: 30,
    secondsOn: 30,
    cautions: [],
    source: 'own bench',
    catches: [],
    connectors: [],
    howOn: '',
    checks: [],
    raises: [],
  };
  return withParts(record, [...record.access.parts, part]);
}

export function changePart(record: MachineRecord, id: string, change: Partial<Part>): MachineRecord {
  return withParts(
    record,
    record.access.parts.map((p) => (p.id === id ? { ...p, ...change } : p)),
  );
}

/** Without a part, and without all that names it. */
export function removePart(record: MachineRecord, id: string): MachineRecord {
  const parts = record.access.parts
    .filter((p) => p.id !== id)
    .map((p) => ({
      ...p,
      needsOff: p.needsOff.filter((n) => n !== id),
      raises: p.raises.filter((n) => n !== id),
      fasteners: p.fasteners.map((f) => (f.hiddenUnder === id ? { ...f, hiddenUnder: undefined } : f)),
    }));
  return {
    ...record,
    positions: record.positions.map((p) => ({
      ...p,
      access: p.access.map((set) => set.filter((x) => x !== id)).filter((set) => set.length > 0),
    })),
    access: {
      ...record.access,
      parts,
      closing: record.access.closing.filter((c) => c.first !== id && c.then !== id),
    },
  };
}

const within = (n: number) => Math.round(Math.min(1, Math.max(0, n)) * 1000) / 1000;

export function placeScrew(
  record: MachineRecord,
  part: string,
  x: number,
  y: number,
  brush: Brush,
): MachineRecord {
  const p = record.access.parts.find((q) => q.id === part);
  if (!p) return record;
  const id = freshNumber(
    p.name.slice(0, 1).toUpperCase(),
    p.fasteners.map((f) => f.id),
  );
  const screw: Fastener = {
    id,
    x: within(x),
    y: within(y),
    ...brush,
    threadLocked: false,
    magnetNear: false,
  };
  return changePart(record, part, { fasteners: [...p.fasteners, screw] });
}

export function placeCatch(record: MachineRecord, part: string, x: number, y: number): MachineRecord {
  const p = record.access.parts.find((q) => q.id === part);
  if (!p) return record;
  const made: Catch = {
    id: freshNumber(
      'c',
      p.catches.map((c) => c.id),
    ),
    x: within(x),
    y: within(y),
    start: p.catches.length === 0,
    direction: '',
    tool: '',
  };
  return changePart(record, part, { catches: [...p.catches, made] });
}

/** Changes one thing of a list by its id; undefined takes it out. */
export function inList<T extends { id: string }>(list: T[], id: string, change: Partial<T> | undefined): T[] {
  return change ? list.map((x) => (x.id === id ? { ...x, ...change } : x)) : list.filter((x) => x.id !== id);
}

export function toggle<T>(list: T[], item: T): T[] {
  return list.includes(item) ? list.filter((x) => x !== item) : [...list, item];
}

/** Parts in the order in which they come off, each with how many lie over one another above it. */
export function inOrder(parts: Part[]): { part: Part; depth: number }[] {
  const byId = new Map(parts.map((p) => [p.id, p]));
  const depth = (p: Part, above: string[]): number =>
    above.includes(p.id)
      ? 0
      : Math.max(
          0,
          ...p.needsOff.flatMap((id) => {
            const over = byId.get(id);
            return over ? [1 + depth(over, [...above, p.id])] : [];
          }),
        );
  return parts.map((part) => ({ part, depth: depth(part, []) })).sort((a, b) => a.depth - b.depth);
}
