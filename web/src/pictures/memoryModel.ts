import type { Schemas } from '../api/client';

export type Picture = Schemas['PictureView'];
type Lane = Picture['lanes'][number];
type Block = Lane['blocks'][number];

export type Shape = Block & { x: number; width: number };
export type LaneShape = { lane: Lane; y: number; shapes: Shape[]; end: number };
export type Stretch = { processor: string; ways: number; x: number; width: number; thickness: number; label: string };

export const LEFT = 96;
export const WIDTH = 700;
export const LANE = 62;
export const EMPTY = 74;
export const GAP = 6;

/** The longest lane of several pictures, so that they share one axis; at least 8 GiB. */
export function longest(...pictures: Picture[]): number {
  return Math.max(8192, ...pictures.flatMap((p) => p.lanes.map((l) => l.mebibytes)));
}

/**
 * Blocks of a lane from left to right: what is filled first, as long as its capacity; then the empty sockets, all of one size.
 * The axis leaves room for the empty sockets of the fullest lane.
 */
export function layOut(picture: Picture, most: number): { lanes: LaneShape[]; scale: number } {
  const empties = Math.max(0, ...picture.lanes.map((l) => l.blocks.filter((b) => b.mebibytes === 0).length));
  const scale = (WIDTH - LEFT - Math.max(empties, 1) * (EMPTY + GAP) - 8) / most;
  const lanes = picture.lanes.map((lane, i) => {
    let x = LEFT;
    const filled = lane.blocks.filter((b) => b.mebibytes > 0);
    const shapes: Shape[] = filled.map((b) => {
      const shape = { ...b, x, width: b.mebibytes * scale };
      x += shape.width;
      return shape;
    });
    const end = x;
    for (const b of lane.blocks.filter((e) => e.mebibytes === 0)) {
      shapes.push({ ...b, x: x + GAP, width: EMPTY });
      x += EMPTY + GAP;
    }
    return { lane, y: i * LANE, shapes, end };
  });
  return { lanes, scale };
}

/** The width map on the same axis: from the left, the stretch that most channels share; thickness is the number of channels. */
export function stretches(picture: Picture, scale: number): Stretch[] {
  const ends = new Map<string, number>();
  return picture.regions.map((r) => {
    const x = ends.get(r.processor) ?? LEFT;
    const width = (r.mebibytes / r.ways) * scale;
    ends.set(r.processor, x + width);
    const speed = r.gigabytesPerSecond === undefined ? '' : ` at ${r.gigabytesPerSecond.toFixed(1)} GB/s`;
    return { processor: r.processor, ways: r.ways, x, width, thickness: 8 * r.ways, label: `${gigabytes(r.mebibytes)} ${r.ways} wide${speed}` };
  });
}

/** As the trade writes it: GB meaning 2^30. */
export function gigabytes(mebibytes: number): string {
  return mebibytes % 1024 === 0 ? `${mebibytes / 1024} GB` : `${(mebibytes / 1024).toFixed(1)} GB`;
}
