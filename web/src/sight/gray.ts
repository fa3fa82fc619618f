/** A picture in shades of gray: row by row, 0 black to 255 white. */
export interface Gray {
  readonly width: number;
  readonly height: number;
  readonly at: Float32Array;
}

export interface Point {
  readonly x: number;
  readonly y: number;
}

export function blank(width: number, height: number, shade = 0): Gray {
  return { width, height, at: new Float32Array(width * height).fill(shade) };
}

/** By the weights of ITU-R BT.601, as JPEG has them. */
export function fromPixels(pixels: ImageData): Gray {
  const gray = blank(pixels.width, pixels.height);
  for (let i = 0; i < gray.at.length; i++) {
    gray.at[i] = 0.299 * pixels.data[4 * i] + 0.587 * pixels.data[4 * i + 1] + 0.114 * pixels.data[4 * i + 2];
  }
  return gray;
}

export function toPixels(gray: Gray): ImageData {
  const pixels = new ImageData(gray.width, gray.height);
  for (let i = 0; i < gray.at.length; i++) {
    const at = 4 * i;
    pixels.data[at] = gray.at[i];
    pixels.data[at + 1] = gray.at[i];
    pixels.data[at + 2] = gray.at[i];
    pixels.data[at + 3] = 255;
  }
  return pixels;
}

/** Means over whole blocks: half, a third, ... as long, so that the long side is at most this. */
export function shrunk(gray: Gray, longest: number): Gray {
  const by = Math.ceil(Math.max(gray.width, gray.height) / longest);
  if (by < 2) {
    return gray;
  }
  const small = blank(Math.floor(gray.width / by), Math.floor(gray.height / by));
  for (let y = 0; y < small.height; y++) {
    for (let x = 0; x < small.width; x++) {
      let sum = 0;
      for (let j = 0; j < by; j++) {
        for (let i = 0; i < by; i++) {
          sum += gray.at[(y * by + j) * gray.width + x * by + i];
        }
      }
      small.at[y * small.width + x] = sum / (by * by);
    }
  }
  return small;
}

/** The mean of the square of this radius around each pixel, cut at the edges; with `weight`, of what weighs something there. */
export function means(gray: Gray, radius: number, weight?: Float32Array): Gray {
  const { width, height } = gray;
  const row = width + 1;
  const sums = new Float64Array(row * (height + 1));
  const weights = new Float64Array(row * (height + 1));
  for (let y = 0; y < height; y++) {
    let sum = 0;
    let all = 0;
    for (let x = 0; x < width; x++) {
      const w = weight ? weight[y * width + x] : 1;
      sum += gray.at[y * width + x] * w;
      all += w;
      sums[(y + 1) * row + x + 1] = sums[y * row + x + 1] + sum;
      weights[(y + 1) * row + x + 1] = weights[y * row + x + 1] + all;
    }
  }
  const out = blank(width, height);
  const r = Math.max(0, Math.round(radius));
  for (let y = 0; y < height; y++) {
    const top = Math.max(0, y - r) * row;
    const bottom = Math.min(height, y + r + 1) * row;
    for (let x = 0; x < width; x++) {
      const left = Math.max(0, x - r);
      const right = Math.min(width, x + r + 1);
      const all =
        weights[bottom + right] - weights[bottom + left] - weights[top + right] + weights[top + left];
      const sum = sums[bottom + right] - sums[bottom + left] - sums[top + right] + sums[top + left];
      out.at[y * width + x] = all > 0 ? sum / all : gray.at[y * width + x];
    }
  }
  return out;
}

/** By a Gaussian of this deviation in pixels; beyond the edges lies what is at them. */
export function blurred(gray: Gray, deviation: number): Gray {
  const { width, height } = gray;
  const weights = kernel(deviation);
  const r = (weights.length - 1) / 2;
  const along = blank(width, height);
  const row = new Float32Array(width + 2 * r);
  for (let y = 0; y < height; y++) {
    const from = y * width;
    row.fill(gray.at[from], 0, r);
    row.set(gray.at.subarray(from, from + width), r);
    row.fill(gray.at[from + width - 1], r + width);
    for (let x = 0; x < width; x++) {
      let sum = 0;
      for (let k = 0; k < weights.length; k++) {
        sum += row[x + k] * weights[k];
      }
      along.at[from + x] = sum;
    }
  }
  const down = blank(width, height);
  for (let y = 0; y < height; y++) {
    const to = y * width;
    for (let k = 0; k < weights.length; k++) {
      const from = Math.min(height - 1, Math.max(0, y + k - r)) * width;
      const w = weights[k];
      for (let x = 0; x < width; x++) {
        down.at[to + x] += along.at[from + x] * w;
      }
    }
  }
  return down;
}

function kernel(deviation: number): Float32Array {
  const r = Math.max(1, Math.ceil(2.5 * deviation));
  const all = new Float32Array(2 * r + 1).map((_, i) =>
    Math.exp(-((i - r) ** 2) / (2 * deviation * deviation)),
  );
  const sum = all.reduce((a, b) => a + b, 0);
  return all.map((w) => w / sum);
}

/** The shade at a place between pixels; beyond the edge the edge's. */
export function between(gray: Gray, x: number, y: number): number {
  const cx = Math.min(gray.width - 1.001, Math.max(0, x));
  const cy = Math.min(gray.height - 1.001, Math.max(0, y));
  const i = Math.floor(cx);
  const j = Math.floor(cy);
  const fx = cx - i;
  const fy = cy - j;
  const at = j * gray.width + i;
  const right = i + 1 < gray.width ? 1 : 0;
  const down = j + 1 < gray.height ? gray.width : 0;
  const top = gray.at[at] * (1 - fx) + gray.at[at + right] * fx;
  const bottom = gray.at[at + down] * (1 - fx) + gray.at[at + down + right] * fx;
  return top * (1 - fy) + bottom * fy;
}

/** The shade that this part of the pixels is darker than. */
export function quantile(gray: Gray, part: number): number {
  const counts = new Uint32Array(256);
  for (const v of gray.at) {
    counts[Math.max(0, Math.min(255, Math.round(v)))]++;
  }
  let left = part * gray.at.length;
  for (let v = 0; v < 256; v++) {
    left -= counts[v];
    if (left <= 0) {
      return v;
    }
  }
  return 255;
}
