import type { Schemas } from '../api/client';

export type Picture = Schemas['PictureView'];
type Lane = Picture['lanes'][number];
type Block = Lane['blocks'][number];

/** @property nothing what is said of it when no module is known there */
export type Shape = Block & { x: number; width: number; nothing: string };
/** @property top where blocks begin below the lane's own top: lower where a lid needs room */
export type LaneShape = { lane: Lane; y: number; height: number; top: number; shapes: Shape[] };
/** @property row of its label: a second row where the first has no room */
export type Stretch = {
  processor: string;
  ways: number;
  x: number;
  width: number;
  thickness: number;
  label: string;
  row: number;
};

/** Above so many lanes those that hold the same are drawn once, with their count. */
const MOST_APART = 4;

/** Like channels of a large machine once: a server is the same channel many times over. */
export function likeTogether(
  picture: Picture,
): Omit<Picture, 'lanes'> & { lanes: (Lane & { alike?: number })[] } {
  if (picture.lanes.length <= MOST_APART) return picture;
  const groups = new Map<string, Lane[]>();
  for (const lane of picture.lanes) {
    const holds = JSON.stringify(
      lane.blocks.map((b) => [b.soldered, b.text, b.mebibytes, b.lid, b.reachMinutes, b.changed, b.absent]),
    );
    groups.set(holds, [...(groups.get(holds) ?? []), lane]);
  }
  return {
    ...picture,
    lanes: [...groups.values()].map((g) => (g.length > 1 ? { ...g[0], alike: g.length } : g[0])),
  };
}

const BLOCK = 38;
const LID = 18;
export const EMPTY = 96;
/** Where one empty socket has the room to itself, its label is not cut. */
const EMPTY_ALONE = 168;
const ROOMY = 700;
const GAP = 6;

/** The longest lane of several pictures, so that they share one axis; at least 8 GiB. */
export function longest(...pictures: Picture[]): number {
  return Math.max(8192, ...pictures.flatMap((p) => p.lanes.map((l) => l.mebibytes)));
}

/**
 * For a picture so many pixels wide. Blocks of a lane from left to right: what is filled first, as long as its capacity; then the empty sockets, all of one size.
 * The axis leaves room for the empty sockets of the fullest lane.
 */
export function layOut(
  picture: Picture,
  most: number,
  width: number,
  unread = 'not read',
): { lanes: LaneShape[]; scale: number; left: number } {
  const left = width < 500 ? 74 : 92;
  const empties = Math.max(0, ...picture.lanes.map((l) => l.blocks.filter((b) => b.mebibytes === 0).length));
  const empty = empties <= 1 && width >= ROOMY ? EMPTY_ALONE : EMPTY;
  const scale = Math.max(width - left - Math.max(empties, 1) * (empty + GAP) - 8, 60) / most;
  let y = 0;
  const lanes = picture.lanes.map((lane) => {
    let x = left;
    const top = lane.blocks.some((b) => b.lid) ? LID + 4 : 4;
    const filled = lane.blocks.filter((b) => b.mebibytes > 0);
    const shapes: Shape[] = filled.map((b) => {
      const shape = { ...b, x, width: b.mebibytes * scale, nothing: '' };
      x += shape.width;
      return shape;
    });
    for (const b of lane.blocks.filter((e) => e.mebibytes === 0)) {
      shapes.push({ ...b, x: x + GAP, width: empty, nothing: b.unknown ? unread : 'empty' });
      x += empty + GAP;
    }
    const shape = { lane, y, top, height: top + BLOCK + 6, shapes };
    y += shape.height;
    return shape;
  });
  return { lanes, scale, left };
}

/** Whether there may be more than what was read: the widths then are those of what was. */
export function isPartlyRead(picture: Picture): boolean {
  return picture.lanes.some((l) => l.blocks.some((b) => b.unknown && b.mebibytes === 0));
}

/** The width map on the same axis: from the left, the stretch that most channels share; thickness is the number of channels. */
export function stretches(picture: Picture, scale: number, left: number): Stretch[] {
  const ends = new Map<string, number>();
  let labelled = 0;
  return picture.regions.map((r) => {
    const x = ends.get(r.processor) ?? left;
    const width = (r.mebibytes / r.ways) * scale;
    ends.set(r.processor, x + width);
    const speed = r.gigabytesPerSecond === undefined ? '' : ` at ${r.gigabytesPerSecond.toFixed(1)} GB/s`;
    const label = `${gigabytes(r.mebibytes)} ${r.ways} wide${speed}`;
    const row = x < labelled ? 1 : 0;
    labelled = row === 0 ? x + label.length * 6.6 + 8 : 0;
    return { processor: r.processor, ways: r.ways, x, width, thickness: 7 * r.ways, label, row };
  });
}

/** As the trade writes it: GB meaning 2^30. */
export function gigabytes(mebibytes: number): string {
  return mebibytes % 1024 === 0 ? `${mebibytes / 1024} GB` : `${(mebibytes / 1024).toFixed(1)} GB`;
}

export type Lid = { text: string; x: number; width: number };

/** Lids of a lane: neighbours that lie under the same parts share one. */
export function lids(shapes: Shape[]): Lid[] {
  const found: (Lid & { key: string })[] = [];
  for (const s of shapes) {
    const last = found[found.length - 1];
    const key = `${s.lid}|${s.reachMinutes}`;
    if (!s.lid) continue;
    if (last && last.key === key && s.x - (last.x + last.width) < 12) {
      last.width = s.x + s.width - last.x;
    } else {
      found.push({ key, text: `${s.lid}, ${s.reachMinutes} min`, x: s.x, width: Math.max(s.width, 20) });
    }
  }
  return found;
}

/** Processors of a picture, in order. */
export function processors(picture: Picture): string[] {
  return [...new Set(picture.lanes.map((l) => l.processor))];
}

/** What belongs to one processor of a picture. */
export function ofProcessor(picture: Picture, processor: string): Picture {
  return {
    ...picture,
    lanes: picture.lanes.filter((l) => l.processor === processor),
    regions: picture.regions.filter((r) => r.processor === processor),
  };
}
