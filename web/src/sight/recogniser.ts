import { createWorker, PSM, type Worker } from 'tesseract.js';
import { type Gray, type Point, toPixels } from './gray';

export interface Word {
  readonly text: string;
  /** 0 to 100, as the recogniser says it; it says 97 of wrong letters too. */
  readonly confidence: number;
  readonly box: { readonly from: Point; readonly to: Point };
}

export interface Line {
  readonly text: string;
  readonly words: Word[];
}

/** Where a browser forbids what the recogniser is made of, it never answers. */
const LONGEST_START = 30_000;
const PATH = '/recogniser';

let started: Promise<Worker> | undefined;
/** Those who wait for the worker: once it is stopped it answers nobody. */
const waiting = new Set<(why: Error) => void>();

/** One worker for the page, started when it is first needed. */
function worker(): Promise<Worker> {
  started ??= withinTime(
    createWorker(
      'eng',
      1,
      {
        workerPath: `${PATH}/worker.min.js`,
        corePath: PATH,
        langPath: PATH,
        workerBlobURL: false,
        cacheMethod: 'none',
      },
      // Labels are no language.
      { load_system_dawg: '0', load_freq_dawg: '0' },
    ).then(async (w) => {
      await w.setParameters({ tessedit_pageseg_mode: PSM.SINGLE_BLOCK, user_defined_dpi: '200' });
      return w;
    }),
  ).catch(() => {
    started = undefined;
    throw new Error(
      'The text recogniser does not start in this browser. Reload the page, or type what the picture shows.',
    );
  });
  return started;
}

function withinTime<T>(work: Promise<T>): Promise<T> {
  return new Promise((done, failed) => {
    const timer = setTimeout(() => failed(new Error('start')), LONGEST_START);
    work.then(done, failed).finally(() => clearTimeout(timer));
  });
}

/** The lines of a text block, from above. */
export async function linesOf(picture: Gray): Promise<Line[]> {
  const canvas = document.createElement('canvas');
  canvas.width = picture.width;
  canvas.height = picture.height;
  canvas.getContext('2d')?.putImageData(toPixels(picture), 0, 0);
  const running = await worker();
  let tell: (why: Error) => void = () => undefined;
  const stopped = new Promise<never>((_, failed) => {
    tell = failed;
    waiting.add(tell);
  });
  const read = await Promise.race([
    running.recognize(canvas, {}, { text: false, blocks: true }),
    stopped,
  ]).finally(() => waiting.delete(tell));
  return (read.data.blocks ?? [])
    .flatMap((b) => b.paragraphs)
    .flatMap((p) => p.lines)
    .map((l) => ({
      text: l.text.trim(),
      words: l.words.map((w) => ({
        text: w.text,
        confidence: w.confidence,
        box: { from: { x: w.bbox.x0, y: w.bbox.y0 }, to: { x: w.bbox.x1, y: w.bbox.y1 } },
      })),
    }))
    .filter((l) => l.text !== '');
}

/** Ends the worker, and with it what it was doing. */
export async function stop(): Promise<void> {
  const running = started;
  started = undefined;
  for (const tell of waiting) {
    tell(new Error('The reading was stopped. Choose the picture once more.'));
  }
  await running?.then((w) => w.terminate()).catch(() => undefined);
}
