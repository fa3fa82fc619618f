import { Box } from '@chakra-ui/react';
import { type PointerEvent, useState } from 'react';
import type { Sight } from '../sight/look';

/** A part of a picture, in parts of its width and height. */
export type Frame = { left: number; top: number; width: number; height: number };

/** The picture with what was read framed and numbered; a frame drawn with the pointer is looked at alone. */
export function FramedPicture({
  url,
  sight,
  onPart,
}: {
  url: string;
  sight?: Sight;
  onPart: (frame: Frame) => void;
}) {
  const [from, setFrom] = useState<{ x: number; y: number }>();
  const [frame, setFrame] = useState<Frame>();
  const at = (e: PointerEvent) => {
    const box = e.currentTarget.getBoundingClientRect();
    return { x: (e.clientX - box.left) / box.width, y: (e.clientY - box.top) / box.height };
  };
  return (
    <Box
      position="relative"
      cursor="crosshair"
      touchAction="pinch-zoom"
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        setFrom(at(e));
      }}
      onPointerMove={(e) => {
        if (!from) return;
        const to = at(e);
        setFrame({
          left: Math.max(0, Math.min(from.x, to.x)),
          top: Math.max(0, Math.min(from.y, to.y)),
          width: Math.abs(to.x - from.x),
          height: Math.abs(to.y - from.y),
        });
      }}
      onPointerUp={() => {
        if (frame && frame.width > 0.04 && frame.height > 0.03) onPart(frame);
        setFrom(undefined);
        setFrame(undefined);
      }}
      onPointerCancel={() => (setFrom(undefined), setFrame(undefined))}
    >
      {url && (
        <img
          src={url}
          alt="What is being read"
          draggable={false}
          style={{ width: '100%', display: 'block' }}
        />
      )}
      <svg
        viewBox={`0 0 ${sight?.width ?? 100} ${sight?.height ?? 100}`}
        preserveAspectRatio="none"
        aria-hidden="true"
        style={{ position: 'absolute', inset: 0, width: '100%', height: '100%' }}
      >
        {sight?.labels
          .flatMap((l) => [l.corners, ...l.words])
          .map((around, i) => (
            <polygon
              // biome-ignore lint/suspicious/noArrayIndexKey: they are drawn once and never change
              key={i}
              points={around.map((c) => `${c.x},${c.y}`).join(' ')}
              fill="none"
              stroke="var(--chakra-colors-accent)"
              strokeWidth="2"
              vectorEffect="non-scaling-stroke"
            />
          ))}
        {frame && (
          <rect
            x={`${100 * frame.left}%`}
            y={`${100 * frame.top}%`}
            width={`${100 * frame.width}%`}
            height={`${100 * frame.height}%`}
            fill="none"
            stroke="var(--chakra-colors-risk)"
            strokeDasharray="6 4"
            strokeWidth="2"
            vectorEffect="non-scaling-stroke"
          />
        )}
      </svg>
    </Box>
  );
}

/** A part of a picture; without a frame all of it, turned to the right by a quarter. */
export async function cut(picture: Blob, frame: Frame | undefined): Promise<Blob> {
  const bitmap = await createImageBitmap(picture);
  const canvas = document.createElement('canvas');
  const pen = canvas.getContext('2d');
  if (frame) {
    canvas.width = Math.max(1, Math.round(bitmap.width * frame.width));
    canvas.height = Math.max(1, Math.round(bitmap.height * frame.height));
    pen?.drawImage(bitmap, -bitmap.width * frame.left, -bitmap.height * frame.top);
  } else {
    canvas.width = bitmap.height;
    canvas.height = bitmap.width;
    pen?.translate(bitmap.height, 0);
    pen?.rotate(Math.PI / 2);
    pen?.drawImage(bitmap, 0, 0);
  }
  bitmap.close();
  return new Promise((done) => canvas.toBlob((b) => done(b ?? picture), 'image/png'));
}
