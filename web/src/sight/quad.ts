import type { Point } from './gray';

function cross(o: Point, a: Point, b: Point): number {
  return (a.x - o.x) * (b.y - o.y) - (a.y - o.y) * (b.x - o.x);
}

/** Clockwise on the screen (Andrew's monotone chain). */
export function hullOf(points: Point[]): Point[] {
  const sorted = [...points].sort((a, b) => a.x - b.x || a.y - b.y);
  const half = (all: Point[]) => {
    const chain: Point[] = [];
    for (const p of all) {
      while (chain.length > 1 && cross(chain[chain.length - 2], chain[chain.length - 1], p) <= 0) {
        chain.pop();
      }
      chain.push(p);
    }
    chain.pop();
    return chain;
  };
  return [...half(sorted), ...half(sorted.reverse())];
}

export function areaOf(polygon: readonly Point[]): number {
  let twice = 0;
  polygon.forEach((p, i) => {
    const q = polygon[(i + 1) % polygon.length];
    twice += p.x * q.y - q.x * p.y;
  });
  return Math.abs(twice) / 2;
}

/** Where the lines through two sides meet. */
function meet(a: Point, b: Point, c: Point, d: Point): Point | undefined {
  const by = (a.x - b.x) * (c.y - d.y) - (a.y - b.y) * (c.x - d.x);
  if (Math.abs(by) < 1e-9) {
    return undefined;
  }
  const one = a.x * b.y - a.y * b.x;
  const two = c.x * d.y - c.y * d.x;
  return { x: (one * (c.x - d.x) - (a.x - b.x) * two) / by, y: (one * (c.y - d.y) - (a.y - b.y) * two) / by };
}

/** A hull with four sides left: again and again the side goes whose neighbours, drawn on until they meet, add the least. */
export function quadOf(hull: Point[]): Point[] | undefined {
  const q = [...hull];
  while (q.length > 4) {
    let best = -1;
    let least = Number.POSITIVE_INFINITY;
    let corner: Point | undefined;
    for (let i = 0; i < q.length; i++) {
      const [a, b, c, d] = [0, 1, 2, 3].map((k) => q[(i + k) % q.length]);
      const m = meet(a, b, c, d);
      // They meet beyond the side, not before it.
      if (
        !m ||
        (m.x - b.x) * (b.x - a.x) + (m.y - b.y) * (b.y - a.y) < 0 ||
        (m.x - c.x) * (c.x - d.x) + (m.y - c.y) * (c.y - d.y) < 0
      ) {
        continue;
      }
      const added = areaOf([b, m, c]);
      if (added < least) {
        least = added;
        best = i;
        corner = m;
      }
    }
    if (best < 0 || !corner) {
      return undefined;
    }
    q[(best + 1) % q.length] = corner;
    q.splice((best + 2) % q.length, 1);
  }
  return q.length === 4 ? q : undefined;
}

export function length(a: Point, b: Point): number {
  return Math.hypot(b.x - a.x, b.y - a.y);
}
