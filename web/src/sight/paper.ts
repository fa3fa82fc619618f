import { blurred, type Gray, means, type Point, quantile, shrunk } from './gray';
import { areaOf, hullOf, length, quadOf } from './quad';

/**
 * A bright quadrangle in a picture, which may be a label.
 *
 * @see findPapers
 */
export interface Paper {
  /** Clockwise from the left upper one, in pixels of the picture. */
  readonly corners: readonly [Point, Point, Point, Point];
  /** How much it is like a label: 0 to 1. */
  readonly score: number;
}

/** Long enough for the edges of a label, short enough to be quick. */
const LONGEST = 640;
const MOST = 4;
/** What is smaller than this part of the picture carries no text that could be read. */
const LEAST_AREA = 0.012;
const LEAST_SCORE = 0.5;
/** The edge of a picture is often darker: this part of its length tells nothing. */
const EDGE = 0.03;
/** So much of the smaller of two is in the other: the same paper. */
const SAME = 0.6;
/** So much below the likeliest, it is a patch of light and no label. */
const FAR_WORSE = 0.22;

/**
 * The papers in a picture, the likeliest first: what is brighter than its surroundings at several thresholds and windows, enclosed by four
 * straight sides, judged by how full it is, how parallel its sides are, its size and its contrast.
 */
export function findPapers(picture: Gray): Paper[] {
  const small = shrunk(picture, LONGEST);
  const by = picture.width / small.width;
  const found: Paper[] = [];
  for (const soft of [blurred(small, 1.2), blurred(small, 3)]) {
    for (const mask of masks(soft)) {
      for (const part of components(mask, soft.width, soft.height)) {
        const paper = judged(part, soft);
        if (paper && paper.score >= LEAST_SCORE) {
          found.push(paper);
        }
      }
    }
  }
  found.sort((a, b) => b.score - a.score);
  const kept: Paper[] = [];
  for (const paper of found) {
    const other = kept.length === 0 || paper.score > kept[0].score - FAR_WORSE;
    if (kept.length < MOST && other && !kept.some((k) => overlap(k, paper) > SAME)) {
      kept.push(paper);
    }
  }
  return kept.map((p) => ({
    ...p,
    corners: p.corners.map((c) => ({ x: c.x * by, y: c.y * by })) as unknown as Paper['corners'],
  }));
}

/** What is brighter than thresholds over the whole picture, and than the mean of windows. */
function masks(gray: Gray): Uint8Array[] {
  const long = Math.max(gray.width, gray.height);
  const contrast = quantile(gray, 0.97) - quantile(gray, 0.05);
  const all = thresholds(gray).map((t) => brighter(gray, t));
  for (const radius of [long / 3, long / 5, long / 9]) {
    const mean = means(gray, radius);
    for (const over of [0, 0.06]) {
      all.push(brighter(gray, over * contrast, mean));
    }
  }
  return all;
}

/** Where it is brighter than this, or than another picture by this. */
function brighter(gray: Gray, by: number, than?: Gray): Uint8Array {
  const mask = new Uint8Array(gray.at.length);
  for (let i = 0; i < mask.length; i++) {
    mask[i] = gray.at[i] > (than ? than.at[i] : 0) + by ? 1 : 0;
  }
  return mask;
}

/** Evenly between dark and bright, and where the shades part best: of all, of the brighter ones, and of the brighter ones of those. */
function thresholds(gray: Gray): number[] {
  const dark = quantile(gray, 0.05);
  const bright = quantile(gray, 0.97);
  const found = [0.35, 0.5, 0.65, 0.8].map((part) => dark + part * (bright - dark));
  let above = -1;
  for (let i = 0; i < 3; i++) {
    above = parting(gray, above);
    found.push(above);
  }
  return found;
}

/** The threshold that parts the shades above another one into two groups, each as alike as can be (Otsu 1979). */
function parting(gray: Gray, above: number): number {
  const counts = new Float64Array(256);
  let all = 0;
  let sum = 0;
  for (const v of gray.at) {
    if (v > above) {
      const shade = Math.max(0, Math.min(255, Math.round(v)));
      counts[shade]++;
      all++;
      sum += shade;
    }
  }
  let best = above;
  let most = 0;
  let below = 0;
  let sumBelow = 0;
  for (let t = 0; t < 256; t++) {
    below += counts[t];
    sumBelow += t * counts[t];
    if (below > 0 && below < all) {
      const apart = sumBelow / below - (sum - sumBelow) / (all - below);
      const between = below * (all - below) * apart * apart;
      if (between > most) {
        most = between;
        best = t;
      }
    }
  }
  return best;
}

interface Part {
  readonly area: number;
  readonly hull: Point[];
  readonly touches: number;
}

/** What hangs together, with the convex hull around it. */
function components(mask: Uint8Array, width: number, height: number): Part[] {
  const least = LEAST_AREA * width * height;
  const far = EDGE * Math.max(width, height);
  const seen = new Uint8Array(mask.length);
  const stack = new Int32Array(mask.length);
  const left = new Int32Array(height);
  const right = new Int32Array(height);
  const parts: Part[] = [];
  for (let from = 0; from < mask.length; from++) {
    if (!mask[from] || seen[from]) {
      continue;
    }
    left.fill(width);
    right.fill(-1);
    let area = 0;
    let touches = 0;
    let top = 0;
    const reach = (at: number) => {
      if (mask[at] && !seen[at]) {
        seen[at] = 1;
        stack[top++] = at;
      }
    };
    reach(from);
    while (top > 0) {
      const at = stack[--top];
      const x = at % width;
      const y = (at - x) / width;
      area++;
      touches += x <= far || y <= far || x >= width - 1 - far || y >= height - 1 - far ? 1 : 0;
      left[y] = Math.min(left[y], x);
      right[y] = Math.max(right[y], x);
      if (x > 0) reach(at - 1);
      if (x < width - 1) reach(at + 1);
      if (y > 0) reach(at - width);
      if (y < height - 1) reach(at + width);
    }
    if (area >= least) {
      const edge: Point[] = [];
      for (let y = 0; y < height; y++) {
        if (right[y] >= 0) {
          for (const x of [left[y], right[y] + 1]) {
            edge.push({ x, y }, { x, y: y + 1 });
          }
        }
      }
      parts.push({ area, touches, hull: hullOf(edge) });
    }
  }
  return parts;
}

/** The long sides lie; the first corner is the left upper one. */
function ordered(q: Point[]): Paper['corners'] {
  const lying = length(q[0], q[1]) + length(q[2], q[3]) >= length(q[1], q[2]) + length(q[3], q[0]) ? 0 : 1;
  const from = [0, 1, 2, 3].map((k) => q[(lying + k) % 4]);
  // Of the two long sides the upper one, or for steep ones the one that goes to the right.
  const goesRight = from[1].x >= from[0].x;
  return (goesRight ? from : [from[2], from[3], from[0], from[1]]) as unknown as Paper['corners'];
}

function parallel(a: Point, b: Point, c: Point, d: Point): number {
  const turn = Math.atan2(b.y - a.y, b.x - a.x) - Math.atan2(d.y - c.y, d.x - c.x);
  return Math.abs(Math.atan2(Math.sin(turn), Math.cos(turn)));
}

function judged(part: Part, gray: Gray): Paper | undefined {
  const quad = quadOf(part.hull);
  if (!quad) {
    return undefined;
  }
  const corners = ordered(quad);
  const [a, b, c, d] = corners;
  const area = areaOf(corners);
  const all = gray.width * gray.height;
  const wide = (length(a, b) + length(d, c)) / 2;
  const high = (length(b, c) + length(a, d)) / 2;
  const straight = areaOf(part.hull) / area;
  const full = part.area / area;
  const turned = Math.max(parallel(a, b, d, c), parallel(b, c, a, d));
  if (area > 1.05 * all || high < 12 || wide / high > 14 || straight < 0.85 || full < 0.45 || turned > 0.35) {
    return undefined;
  }
  const contrast = Math.min(1, Math.max(0, contrastOf(corners, gray)) / 60);
  const size = Math.min(1, area / all / 0.15);
  const band = 2 * EDGE * Math.max(gray.width, gray.height) * (gray.width + gray.height);
  const edge = Math.min(1, part.touches / band);
  const out = corners.some((p) => p.x < -3 || p.y < -3 || p.x > gray.width + 3 || p.y > gray.height + 3)
    ? 0.2
    : 0;
  return {
    corners,
    score:
      0.3 * straight +
      0.25 * Math.min(1, full / 0.85) +
      0.1 * (1 - turned / 0.35) +
      0.1 * size +
      0.25 * contrast -
      0.5 * edge -
      out,
  };
}

function at(gray: Gray, p: Point): number {
  const x = Math.min(gray.width - 1, Math.max(0, Math.round(p.x)));
  const y = Math.min(gray.height - 1, Math.max(0, Math.round(p.y)));
  return gray.at[y * gray.width + x];
}

function along(corners: readonly Point[], out: number): Point[] {
  const middle = { x: corners.reduce((s, c) => s + c.x, 0) / 4, y: corners.reduce((s, c) => s + c.y, 0) / 4 };
  const far = Math.sqrt(areaOf(corners)) * out;
  const moved = corners.map((c) => {
    const l = length(middle, c) || 1;
    return { x: c.x + ((c.x - middle.x) / l) * far, y: c.y + ((c.y - middle.y) / l) * far };
  });
  return moved.flatMap((p, i) => {
    const q = moved[(i + 1) % 4];
    return Array.from({ length: 16 }, (_, k) => ({
      x: p.x + ((q.x - p.x) * k) / 16,
      y: p.y + ((q.y - p.y) * k) / 16,
    }));
  });
}

function mean(shades: number[]): number {
  return shades.reduce((a, b) => a + b, 0) / Math.max(1, shades.length);
}

/** How much brighter the inner side of the edge is than the outer one, as far as that lies well in the picture. */
function contrastOf(corners: readonly Point[], gray: Gray): number {
  const far = EDGE * Math.max(gray.width, gray.height);
  const outer = along(corners, 0.06).filter(
    (p) => p.x > far && p.y > far && p.x < gray.width - far && p.y < gray.height - far,
  );
  const inner = along(corners, -0.06).map((p) => at(gray, p));
  return (
    (mean(inner) - mean(outer.map((p) => at(gray, p)))) * Math.min(1, outer.length / (0.5 * inner.length))
  );
}

/** The part of the smaller one's bounding box that lies in the other's. */
function overlap(one: Paper, two: Paper): number {
  const [a, b] = [one, two].map((p) => {
    const xs = p.corners.map((c) => c.x);
    const ys = p.corners.map((c) => c.y);
    return { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) };
  });
  const w = Math.max(0, Math.min(a.right, b.right) - Math.max(a.left, b.left));
  const h = Math.max(0, Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top));
  return (w * h) / Math.min(...[a, b].map((x) => (x.right - x.left) * (x.bottom - x.top)));
}
