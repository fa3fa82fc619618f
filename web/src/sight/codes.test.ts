import { describe, expect, it } from 'vitest';
import { BarcodeFormat, QRCodeWriter } from '@zxing/library';
import { codesIn } from './codes';
import { blank, type Gray } from './gray';

/** The square of a text, each of its fields so many pixels, with a rim; dark and bright as a camera has them. */
function square(text: string, size: number): Gray {
  const bits = new QRCodeWriter().encode(text, BarcodeFormat.QR_CODE, 0, 0, new Map());
  const gray = blank(bits.getWidth() * size, bits.getHeight() * size, 220);
  for (let y = 0; y < gray.height; y++)
    for (let x = 0; x < gray.width; x++)
      if (bits.get(Math.floor(x / size), Math.floor(y / size))) gray.at[y * gray.width + x] = 40;
  return gray;
}

describe('codesIn', () => {
  it('tells what a square says, once, and nothing where there is none', async () => {
    const tag = square('GB-0142', 5);
    expect(await codesIn([tag, tag, blank(120, 80, 200)])).toEqual(['GB-0142']);
    expect(await codesIn([blank(120, 80, 200)])).toEqual([]);
  });
});
