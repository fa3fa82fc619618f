import { describe, expect, it } from 'vitest';
import { clock, left, type Timer } from './api';

describe('timers', () => {
  it('count on from when the server was asked, by differences of one clock only', () => {
    const timer = { secondsLeft: 90 } as Timer;
    expect(left(timer, 5_000, 5_000)).toBe(90);
    expect(left(timer, 5_000, 65_000)).toBe(30);
    expect(left(timer, 5_000, 500_000)).toBe(0);
  });

  it('show minutes, and hours when there are any', () => {
    expect([0, 9, 75, 3600, 37_205].map(clock)).toEqual(['0:00', '0:09', '1:15', '1:00:00', '10:20:05']);
  });
});
