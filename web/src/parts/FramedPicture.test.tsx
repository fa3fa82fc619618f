import { ChakraProvider, defaultSystem } from '@chakra-ui/react';
import { fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { cleanup } from '@testing-library/react';
import { type Frame, FramedPicture, moved } from './FramedPicture';

afterEach(cleanup);

const show = () => {
  const read: Frame[] = [];
  render(
    <ChakraProvider value={defaultSystem}>
      <FramedPicture url="data:," onPart={(frame) => read.push(frame)} />
    </ChakraProvider>,
  );
  const picture = screen.getByRole('application');
  const press = (key: string, shiftKey = false) => fireEvent.keyDown(picture, { key, shiftKey });
  return { read, press };
};

describe('a frame by keyboard', () => {
  it('is placed, sized and read', () => {
    const { read, press } = show();
    press('ArrowLeft');
    press('ArrowLeft');
    press('ArrowDown', true);
    press('Enter');
    expect(read).toHaveLength(1);
    expect(read[0].left).toBeCloseTo(0.225);
    expect(read[0].height).toBeCloseTo(0.325);
  });

  it('leaves Enter to the page where there is no frame, and Escape takes one away', () => {
    const { read, press } = show();
    expect(press('Enter')).toBe(true);
    press('ArrowUp');
    expect(press('Escape')).toBe(false);
    expect(press('Enter')).toBe(true);
    expect(read).toEqual([]);
  });

  it('never leaves the picture', () => {
    let frame: Frame = { left: 0.25, top: 0.35, width: 0.5, height: 0.3 };
    const keys = ['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown'];
    for (let i = 0; i < 2000; i++) {
      frame = moved(frame, keys[(i * 7 + Math.floor(i / 60)) % 4], i % 3 === 0);
      for (const far of [frame.left, frame.top, 1 - frame.left - frame.width, 1 - frame.top - frame.height])
        expect(far).toBeGreaterThanOrEqual(-1e-9);
      expect(Math.min(frame.width, frame.height)).toBeGreaterThanOrEqual(0.05 - 1e-9);
    }
  });
});
