import { api, type Schemas } from '../api/client';
import { codesIn } from './codes';
import { fromPixels } from './gray';
import { readPicture, readWindow, wordsIn } from './passes';
import { type Line, stop } from './recogniser';

/** What a picture shows, as far as it was read. */
export interface Sight {
  /** Of the picture that the corners lie in. */
  readonly width: number;
  readonly height: number;
  readonly labels: {
    /** Clockwise, in pixels. */
    readonly corners: readonly { readonly x: number; readonly y: number }[];
    /** Words of the first line, each where it stands. */
    readonly words: readonly (readonly { readonly x: number; readonly y: number }[])[];
    /** The likeliest first. */
    readonly lines: string[];
    /** Names of the fields that are not read surely. */
    readonly doubtful: string[];
  }[];
  /** What a window in it says, line by line; where it shows labels, nothing. */
  readonly text: string;
  /** What the codes in it say. */
  readonly codes: string[];
  /** Lines of it whose figure cannot be what the window shows. */
  readonly leftOut: string[];
}

export const MOST_BYTES = 25 * 1024 * 1024;
/** A longer side is made shorter: what is read does not get better. */
const LONGEST = 2400;

/**
 * Reads a photo or screenshot in this browser; only its words go to the server.
 *
 * @throws Error with a sentence of what is wrong and what to do
 */
export async function look(
  file: Blob,
  onProgress: (part: number) => void,
  cancelled: AbortSignal,
): Promise<Sight> {
  const end = () => void stop();
  cancelled.addEventListener('abort', end);
  try {
    const pixels = await pixelsOf(file);
    const papers = await readPicture(pixels, (part) => {
      cancelled.throwIfAborted();
      onProgress(0.8 * part);
    });
    const { labels } = await told({
      papers: papers.map((p) => ({ passes: p.passes.map((q) => words(q.lines).slice(0, 60)) })),
      window: [],
    });
    const window =
      labels.length > 0
        ? undefined
        : await told({ papers: [], window: words(await readWindow(pixels)).slice(0, 120) });
    onProgress(1);
    return {
      width: pixels.width,
      height: pixels.height,
      labels: labels.map((l) => ({
        corners: papers[l.paper].corners,
        words: wordsIn(papers[l.paper], l.lines[0]),
        lines: l.lines,
        doubtful: l.doubtful,
      })),
      text: window?.text ?? '',
      leftOut: window?.leftOut ?? [],
      codes: await codesIn([fromPixels(pixels), ...papers.map((p) => p.picture)]),
    };
  } finally {
    cancelled.removeEventListener('abort', end);
  }
}

/**
 * Records whose name the sticker in a picture bears, and its best read lines.
 *
 * @throws Error with a sentence of what is wrong and what to do
 */
export async function stickerOf(
  file: Blob,
  onProgress: (part: number) => void,
  cancelled: AbortSignal,
): Promise<{ machines: Schemas['StickerView'][]; says: string[] }> {
  const end = () => void stop();
  cancelled.addEventListener('abort', end);
  try {
    const pixels = await pixelsOf(file);
    const says = words(await readWindow(pixels));
    cancelled.throwIfAborted();
    onProgress(0.4);
    const papers = await readPicture(pixels, (part) => {
      cancelled.throwIfAborted();
      onProgress(0.4 + 0.6 * part);
    });
    const lines = new Set([...says, ...papers.flatMap((p) => p.passes.flatMap((q) => words(q.lines)))]);
    return {
      machines: await api.post<Schemas['StickerView'][]>('/api/pictures/sticker', {
        lines: [...lines].slice(0, 200),
      }),
      says,
    };
  } finally {
    cancelled.removeEventListener('abort', end);
  }
}

const words = (lines: Line[]) => lines.map((l) => l.text.slice(0, 200));

/** What the codes in a picture say; quicker than to read all of it. */
export async function codesOf(file: Blob): Promise<string[]> {
  return codesIn([fromPixels(await pixelsOf(file))]);
}

const told = (seen: Schemas['SightLines']) => api.post<Schemas['SightView']>('/api/pictures/read', seen);

async function pixelsOf(file: Blob): Promise<ImageData> {
  if (file.size > MOST_BYTES)
    throw new Error('The picture is larger than 25 MB. Make it smaller and choose it again.');
  const bitmap = await createImageBitmap(file).catch(() => {
    throw new Error('This browser cannot open the picture. Save it as JPEG or PNG and choose it again.');
  });
  const by = Math.min(1, LONGEST / Math.max(bitmap.width, bitmap.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(bitmap.width * by));
  canvas.height = Math.max(1, Math.round(bitmap.height * by));
  const pen = canvas.getContext('2d');
  if (!pen) throw new Error('This browser gives no access to pictures. Type what it shows.');
  pen.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  bitmap.close();
  return pen.getImageData(0, 0, canvas.width, canvas.height);
}
