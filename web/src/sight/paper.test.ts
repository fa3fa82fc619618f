import { describe, expect, it } from 'vitest';
import { evened, flattened } from './flatten';
import { blank, type Gray, type Point } from './gray';
import { findPapers } from './paper';
import { areaOf, hullOf, quadOf } from './quad';

/** A picture of this shade with a quadrangle of another one, noisy by this much; the same seed draws the same. */
function drawn(
  width: number,
  height: number,
  corners: Point[],
  paper: number,
  ground: number,
  noise: number,
): Gray {
  const gray = blank(width, height, ground);
  let state = 7;
  const random = () => {
    state = (state * 1664525 + 1013904223) % 4294967296;
    return state / 4294967296;
  };
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const inside = corners.every((a, i) => {
        const b = corners[(i + 1) % 4];
        return (b.x - a.x) * (y - a.y) - (b.y - a.y) * (x - a.x) >= 0;
      });
      gray.at[y * width + x] = (inside ? paper : ground) + (random() - 0.5) * 2 * noise;
    }
  }
  return gray;
}

const TILTED: Point[] = [
  { x: 60, y: 70 },
  { x: 330, y: 40 },
  { x: 340, y: 130 },
  { x: 72, y: 165 },
];

function far(a: readonly Point[], b: readonly Point[]): number {
  return Math.max(...a.map((p, i) => Math.hypot(p.x - b[i].x, p.y - b[i].y)));
}

describe('findPapers', () => {
  it.each([
    ['bright on dark', 230, 40, 2],
    ['hardly brighter than the bench, and noisy', 185, 160, 12],
  ])('finds the corners of a paper, %s', (_, paper, ground, noise) => {
    const [found] = findPapers(drawn(400, 220, TILTED, paper, ground, noise));
    expect(far(found.corners, TILTED)).toBeLessThan(8);
  });

  it('finds two papers, and none in an even picture', () => {
    const two = drawn(400, 220, [TILTED[0], TILTED[1], { x: 335, y: 80 }, { x: 66, y: 112 }], 220, 40, 3);
    const other = drawn(
      400,
      220,
      [
        { x: 80, y: 140 },
        { x: 320, y: 140 },
        { x: 320, y: 190 },
        { x: 80, y: 190 },
      ],
      220,
      40,
      3,
    );
    two.at.set(other.at.subarray(400 * 125), 400 * 125);
    expect(findPapers(two)).toHaveLength(2);
    expect(findPapers(blank(300, 200, 128))).toHaveLength(0);
  });
});

describe('quadOf', () => {
  it('leaves four sides that hold the whole hull', () => {
    const round = Array.from({ length: 40 }, (_, i) => ({
      x: 50 + 40 * Math.cos(i / 6.3),
      y: 50 + 20 * Math.sin(i / 6.3),
    }));
    const hull = hullOf(round);
    const quad = quadOf(hull)!;
    expect(quad).toHaveLength(4);
    expect(areaOf(quad)).toBeGreaterThan(areaOf(hull));
    expect(areaOf(quad)).toBeLessThan(1.4 * areaOf(hull));
  });
});

describe('flattened', () => {
  it('sees a leaning paper from above, and knows where a place of it lies', () => {
    const flat = flattened(drawn(400, 220, TILTED, 230, 40, 0), { corners: TILTED as never });
    const { width, height, at } = flat.picture;
    for (const [x, y] of [
      [4, 4],
      [width - 5, 4],
      [4, height - 5],
      [width - 5, height - 5],
    ])
      expect(at[y * width + x]).toBeGreaterThan(220);
    const middle = flat.back({ x: width / 2 + 24, y: height / 2 + 24 });
    expect(Math.hypot(middle.x - 200, middle.y - 101)).toBeLessThan(6);
  });
});

describe('evened', () => {
  it('makes ink black and paper white in light and in shadow', () => {
    const gray = blank(300, 100);
    for (let y = 0; y < 100; y++)
      for (let x = 0; x < 300; x++) {
        const lit = 230 - 0.5 * x;
        gray.at[y * 300 + x] = x % 20 < 4 && y > 30 && y < 70 ? 0.6 * lit : lit;
      }
    const even = evened(gray);
    for (const x of [41, 141, 241]) {
      expect(even.at[50 * 300 + x]).toBeLessThan(60);
      expect(even.at[50 * 300 + x + 10]).toBeGreaterThan(200);
    }
  });
});
