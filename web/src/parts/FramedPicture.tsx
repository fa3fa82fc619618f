import { Box, Text } from '@chakra-ui/react';
import { type KeyboardEvent, type PointerEvent, useState } from 'react';
import type { Sight } from '../sight/look';

/** A part of a picture, in parts of its width and height. */
export type Frame = { left: number; top: number; width: number; height: number };

/** By how much a key moves a frame or its right lower corner, in parts of the picture. */
const STEP = 0.025;
const LEAST = 0.05;
const MIDDLE: Frame = { left: 0.25, top: 0.35, width: 0.5, height: 0.3 };

const WAYS: Record<string, [number, number]> = {
  ArrowLeft: [-STEP, 0],
  ArrowRight: [STEP, 0],
  ArrowUp: [0, -STEP],
  ArrowDown: [0, STEP],
};

const within = (low: number, x: number, high: number) => Math.max(low, Math.min(high, x));

/** The frame after an arrow key; with Shift its size changes. It never leaves the picture. */
export function moved(frame: Frame, key: string, sizes: boolean): Frame {
  const [x, y] = WAYS[key] ?? [0, 0];
  return sizes
    ? {
        ...frame,
        width: within(LEAST, frame.width + x, 1 - frame.left),
        height: within(LEAST, frame.height + y, 1 - frame.top),
      }
    : {
        ...frame,
        left: within(0, frame.left + x, 1 - frame.width),
        top: within(0, frame.top + y, 1 - frame.height),
      };
}

/** The picture with what was read framed and numbered; a frame drawn with pointer or arrow keys is looked at alone. */
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
  const [focused, setFocused] = useState(false);
  const pressed = (e: KeyboardEvent) => {
    if (e.key in WAYS) setFrame(frame ? moved(frame, e.key, e.shiftKey) : MIDDLE);
    else if (e.key === 'Enter' && frame) {
      setFrame(undefined);
      onPart(frame);
    } else if (e.key === 'Escape' && frame) setFrame(undefined);
    else return;
    // The frame has these keys; they are not the page's.
    e.preventDefault();
    e.stopPropagation();
  };
  const at = (e: PointerEvent) => {
    const box = e.currentTarget.getBoundingClientRect();
    return { x: (e.clientX - box.left) / box.width, y: (e.clientY - box.top) / box.height };
  };
  return (
    <Box
      position="relative"
      cursor="crosshair"
      role="application"
      tabIndex={0}
      aria-label="The picture. Arrow keys place a frame in it, with Shift they size it, Enter reads what is in it alone."
      onKeyDown={pressed}
      onFocus={() => setFocused(true)}
      onBlur={() => (setFocused(false), setFrame(undefined))}
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
      {focused && (
        <Text
          aria-hidden="true"
          position="absolute"
          bottom="0"
          insetX="0"
          bg="panel"
          fontSize="sm"
          px="2"
          pointerEvents="none"
        >
          Arrows place a frame, Shift + arrows size it, Enter reads it alone.
        </Text>
      )}
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
