import { api, type Schemas } from '../../../../api/client';
import type { Change } from '../../api';

/** Keeps a picture with the job, beside what was read in it. What the server encodes anew is JPEG or PNG; others are made so here. */
export async function keepPhoto(job: number, picture: Blob, caption: string, change: Change): Promise<void> {
  const kept = await api.upload<Schemas['PhotoKept']>(`/api/jobs/${job}/photos`, await sendable(picture));
  await change({ type: 'AddPhoto', photo: kept.id, caption: caption.slice(0, 200) });
}

const MOST_BYTES = 8 * 1024 * 1024;
const LONGEST = 2400;

async function sendable(picture: Blob): Promise<Blob> {
  if (['image/jpeg', 'image/png'].includes(picture.type) && picture.size <= MOST_BYTES) return picture;
  const bitmap = await createImageBitmap(picture);
  const by = Math.min(1, LONGEST / Math.max(bitmap.width, bitmap.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(bitmap.width * by);
  canvas.height = Math.round(bitmap.height * by);
  canvas.getContext('2d')?.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  bitmap.close();
  return new Promise((done) => canvas.toBlob((b) => done(b ?? picture), 'image/jpeg', 0.9));
}
