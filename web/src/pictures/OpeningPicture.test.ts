import { describe, expect, it } from 'vitest';
import { markAt } from './OpeningPicture';

describe('the mark of a catch', () => {
  it('lies where it is, and beside a screw that is there, within the drawing', () => {
    const screw = { x: 320, y: 410 };
    expect(markAt({ x: 100, y: 100 }, [screw], 640, 430)).toEqual({ x: 100, y: 100 });
    for (const place of [screw, { x: 318, y: 405 }, { x: 320, y: 424 }]) {
      const at = markAt(place, [screw], 640, 430);
      expect(Math.hypot(at.x - screw.x, at.y - screw.y)).toBeGreaterThan(20);
      expect(at.y).toBeLessThanOrEqual(418);
    }
  });
});
