/** A JPEG as base64; the same seed draws the same. */
export default function drawPicture(picture: {
  lines: string[];
  kind: 'label' | 'window' | 'other';
  grade: 'clean' | 'tilted' | 'hard';
  seed: number;
  headDown: boolean;
}): string;
