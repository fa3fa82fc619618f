import { flattened, prepared, turned } from './flatten';
import { fromPixels, type Gray, type Point } from './gray';
import { findPapers, type Paper } from './paper';
import { areaOf } from './quad';
import { type Line, linesOf } from './recogniser';

export interface Pass {
  readonly lines: Line[];
  /** Where a place of what was read lies in the picture. */
  readonly back: (p: Point) => Point;
}

/** What was read of one paper: several readings of the same text, each with its lines. */
export interface Reading {
  /** Clockwise from the left upper corner, in pixels of the picture. */
  readonly corners: readonly Point[];
  readonly passes: Pass[];
  /** The paper from straight above, as it is lit. */
  readonly picture: Gray;
}

/** From this mean of what the recogniser says of its words on, nothing stands on its head. */
const SURE = 84;
/** In pixels of the picture: strokes of a sharp one, of a noisy one, of one that is noisier still. */
const SHARP = 0.3;
const SOFT = 0.6;
const SOFTER = 0.9;
/** What nearly every label has, and text that stands on its head has not. */
const LIKE_A_LABEL = /[FP][CL£][ -]?[1-5]|D[DO0][RP]|[0-9I]R[xX][0-9]|[O0D]IMM|[0-9] ?[GM][B8]/g;

export async function readPicture(
  pixels: ImageData,
  onProgress: (part: number) => void = () => {},
): Promise<Reading[]> {
  const gray = fromPixels(pixels);
  const papers = findPapers(gray);
  const readings: Reading[] = [];
  for (const [i, paper] of (papers.length > 0 ? papers : [whole(gray)]).entries()) {
    onProgress(i / Math.max(1, papers.length));
    readings.push(await readPaper(gray, paper));
  }
  onProgress(1);
  return readings;
}

/** Of the picture: what is smaller is no window of a system, but something in one. */
const WINDOW = 0.3;
const WINDOW_WIDTH = 2000;
/** Nothing reads better than this. */
const CLEAR = 90;

/** Below this mean a line is no text. */
const NO_TEXT = 45;

/** The lines of a window of a system, or of whatever else is written in a picture: as it is or evened, whichever reads better. */
export async function readWindow(pixels: ImageData): Promise<Line[]> {
  const gray = fromPixels(pixels);
  const paper =
    findPapers(gray).find((p) => areaOf(p.corners) > WINDOW * gray.width * gray.height) ?? whole(gray);
  let best: Line[] = [];
  for (const part of paper.score === undefined ? [paper] : [paper, whole(gray)]) {
    const flat = flattened(gray, part, WINDOW_WIDTH);
    for (const sight of [flat.picture, prepared(flat, SHARP), prepared(flat, SOFTER)]) {
      const lines = (await linesOf(sight)).filter((l) => sureness([l]) >= NO_TEXT && l.text.length > 2);
      if (worth(lines) > worth(best)) {
        best = lines;
      }
      if (sureness(best) >= CLEAR) {
        return best;
      }
    }
  }
  return best;
}

/** Letters that are read surely, less those that are not. */
function worth(lines: Line[]): number {
  return lines.flatMap((l) => l.words).reduce((s, w) => s + w.text.length * (w.confidence / 100 - 0.5), 0);
}

function whole({ width, height }: Gray): Pick<Paper, 'corners'> & { score?: number } {
  return {
    corners: [
      { x: 0, y: 0 },
      { x: width, y: 0 },
      { x: width, y: height },
      { x: 0, y: height },
    ],
  };
}

async function readPaper(gray: Gray, paper: Pick<Paper, 'corners'>): Promise<Reading> {
  const flat = flattened(gray, paper);
  const sight = async (softness: number, headDown: boolean): Promise<Pass> => {
    const seen = prepared(flat, softness);
    const { width, height } = seen;
    return headDown
      ? { lines: await linesOf(turned(seen)), back: (p) => flat.back({ x: width - p.x, y: height - p.y }) }
      : { lines: await linesOf(seen), back: flat.back };
  };
  const upright = await sight(SOFT, false);
  const passes = [upright];
  if (sureness(upright.lines) >= SURE) {
    passes.push(await sight(SHARP, false));
  } else {
    const headDown = await sight(SOFT, true);
    passes.push(headDown);
    const [a, b] = [likeness(upright.lines), likeness(headDown.lines)];
    const more: [number, boolean][] =
      a === b
        ? [SHARP, SOFTER]
            .slice(a > 0 ? 0 : 1)
            .flatMap((s): [number, boolean][] => [false, true].map((h) => [s, h]))
        : [SHARP, SOFTER].map((s) => [s, b > a]);
    for (const [softness, turn] of more) {
      passes.push(await sight(softness, turn));
    }
  }
  return { corners: paper.corners, passes, picture: flat.picture };
}

/** Where the words of a line were read, each as a quadrangle in the picture: by the reading that has most of them. */
export function wordsIn({ passes }: Reading, line: string): Point[][] {
  const parts = new Set(line.toUpperCase().split(/[ -]+/));
  return passes
    .map(({ lines, back }) =>
      lines
        .flatMap((l) => l.words)
        .filter((w) =>
          w.text
            .toUpperCase()
            .split('-')
            .some((p) => parts.has(p)),
        )
        .map(({ box: { from, to } }) => [from, { x: to.x, y: from.y }, to, { x: from.x, y: to.y }].map(back)),
    )
    .reduce((best, words) => (words.length > best.length ? words : best), []);
}

function likeness(lines: Line[]): number {
  return lines.reduce((sum, l) => sum + (l.text.match(LIKE_A_LABEL)?.length ?? 0), 0);
}

function sureness(lines: Line[]): number {
  const words = lines.flatMap((l) => l.words);
  const letters = words.reduce((s, w) => s + w.text.length, 0);
  return letters === 0 ? 0 : words.reduce((s, w) => s + w.confidence * w.text.length, 0) / letters;
}
