import type { Gray } from './gray';

/** What the bar codes and squares in pictures say: the usual one-dimensional ones, QR and Data Matrix; each once. */
export async function codesIn(pictures: Gray[]): Promise<string[]> {
  const {
    BarcodeFormat,
    BinaryBitmap,
    DecodeHintType,
    HybridBinarizer,
    MultiFormatReader,
    RGBLuminanceSource,
  } = await import('@zxing/library');
  const reader = new MultiFormatReader();
  const hints = new Map<number, unknown>([
    [DecodeHintType.TRY_HARDER, true],
    [
      DecodeHintType.POSSIBLE_FORMATS,
      [
        BarcodeFormat.QR_CODE,
        BarcodeFormat.DATA_MATRIX,
        BarcodeFormat.CODE_128,
        BarcodeFormat.CODE_39,
        BarcodeFormat.EAN_13,
      ],
    ],
  ]);
  const found = new Set<string>();
  for (const { width, height, at } of pictures) {
    const source = new RGBLuminanceSource(Uint8ClampedArray.from(at), width, height);
    try {
      found.add(
        reader
          .decode(new BinaryBitmap(new HybridBinarizer(source)), hints)
          .getText()
          .trim(),
      );
    } catch {
      // It says so by throwing: there is none in this one.
    }
  }
  return [...found].filter((code) => code !== '');
}
