import { between, blank, blurred, type Gray, means, type Point } from './gray';
import type { Paper } from './paper';
import { length } from './quad';

/** A text of this width is read best: about 26 characters of a label line, 30 pixels each. */
const WIDEST = 1300;
const NARROWEST = 900;
const MOST_ENLARGED = 4;
/** White around the text: what touches the edge is read badly. */
const MARGIN = 24;
/** The sides of a label are its shadow more than its paper. */
const INSET = 0.012;

/** So many times the paper's noise: ink, and no noise. */
const INK = 3;
/** How much each place weighs as if it had ink of the usual depth. */
const THIN = 0.01;
/** The inner part of a stroke is darker than its mean. */
const DEEPER = 1.25;

type Map3 = [number, number, number, number, number, number, number, number];

/** From the unit square to a quadrangle: the eight numbers of a projective map (Heckbert 1989, from memory). */
function projection([a, b, c, d]: readonly Point[]): Map3 {
  const sx = a.x - b.x + c.x - d.x;
  const sy = a.y - b.y + c.y - d.y;
  const dx1 = b.x - c.x;
  const dx2 = d.x - c.x;
  const dy1 = b.y - c.y;
  const dy2 = d.y - c.y;
  const by = dx1 * dy2 - dx2 * dy1;
  const g = (sx * dy2 - dx2 * sy) / by;
  const h = (dx1 * sy - sx * dy1) / by;
  return [b.x - a.x + g * b.x, d.x - a.x + h * d.x, a.x, b.y - a.y + g * b.y, d.y - a.y + h * d.y, a.y, g, h];
}

function through(m: Map3, u: number, v: number): Point {
  const by = m[6] * u + m[7] * v + 1;
  return { x: (m[0] * u + m[1] * v + m[2]) / by, y: (m[3] * u + m[4] * v + m[5]) / by };
}

/** A paper seen from straight above, enlarged to what is read best. */
export interface Flat {
  readonly picture: Gray;
  /** How many of its pixels are one of the picture that it was taken from. */
  readonly scale: number;
  /** Where a place of it lies in the picture that it was taken from. */
  readonly back: (p: Point) => Point;
}

/** @param widest in pixels: more for what has long lines of small text */
export function flattened(picture: Gray, paper: Pick<Paper, 'corners'>, widest = WIDEST): Flat {
  const [a, b, c, d] = paper.corners;
  const wide = (length(a, b) + length(d, c)) / 2;
  const high = (length(b, c) + length(a, d)) / 2;
  const width = Math.round(
    Math.min(widest, Math.max(Math.min((NARROWEST * widest) / WIDEST, MOST_ENLARGED * wide), wide)),
  );
  const height = Math.max(8, Math.round((width * high) / wide));
  const map = projection(paper.corners);
  const flat = blank(width, height);
  const inset = { x: INSET, y: (INSET * wide) / high };
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const p = through(
        map,
        inset.x + ((x + 0.5) / width) * (1 - 2 * inset.x),
        inset.y + ((y + 0.5) / height) * (1 - 2 * inset.y),
      );
      flat.at[y * width + x] = between(picture, p.x - 0.5, p.y - 0.5);
    }
  }
  return {
    picture: flat,
    scale: width / wide,
    back: (p) =>
      through(
        map,
        inset.x + ((p.x - MARGIN) / width) * (1 - 2 * inset.x),
        inset.y + ((p.y - MARGIN) / height) * (1 - 2 * inset.y),
      ),
  };
}

/** Evenly lit, black on white, with white around it; noise of this many pixels of the picture that it was taken from is smoothed out. */
export function prepared(flat: Flat, softness: number): Gray {
  return framed(evened(blurred(flat.picture, softness * flat.scale)));
}

/**
 * Black ink on white paper, whatever light lies on both: the paper around a place is the mean of what is brighter than the mean there,
 * and how deep its ink is the mean of what is darker by more than the paper's noise. Where there is none, as deep as elsewhere.
 */
export function evened(gray: Gray): Gray {
  const radius = Math.max(12, gray.height / 5);
  const mean = means(gray, radius);
  const paper = means(
    gray,
    radius,
    gray.at.map((v, i) => (v > mean.at[i] ? 1 : 0)),
  );
  const darker: Gray = { ...gray, at: gray.at.map((v, i) => paper.at[i] - v) };
  const noise = noiseOf(darker);
  const isInk = darker.at.map((d) => (d > INK * noise ? 1 : 0));
  const usual = meanWhere(darker, isInk);
  // A little of the usual depth, so that a speck alone is not ink.
  const weight = isInk.map((w) => w + THIN);
  const depth = means({ ...gray, at: darker.at.map((d, i) => (isInk[i] ? d : usual)) }, radius, weight);
  return {
    ...gray,
    at: darker.at.map((d, i) => {
      const by = Math.max(1, DEEPER * depth.at[i] - noise);
      return Math.min(1, Math.max(0, 1 - (d - noise) / by)) * 255;
    }),
  };
}

/** The deviation of what is brighter than the paper. */
function noiseOf(darker: Gray): number {
  let sum = 0;
  let many = 1;
  for (const d of darker.at) {
    if (d < 0) {
      sum += d * d;
      many++;
    }
  }
  return Math.sqrt(sum / many);
}

function meanWhere(gray: Gray, weight: Float32Array): number {
  let sum = 0;
  let many = 0;
  for (let i = 0; i < weight.length; i++) {
    sum += gray.at[i] * weight[i];
    many += weight[i];
  }
  return many > 0 ? sum / many : 1;
}

function framed(gray: Gray): Gray {
  const out = blank(gray.width + 2 * MARGIN, gray.height + 2 * MARGIN, 255);
  for (let y = 0; y < gray.height; y++) {
    out.at.set(gray.at.subarray(y * gray.width, (y + 1) * gray.width), (y + MARGIN) * out.width + MARGIN);
  }
  return out;
}

/** Head down. */
export function turned(gray: Gray): Gray {
  return { ...gray, at: gray.at.slice().reverse() };
}
