import { describe, expect, it } from 'vitest';
import { madeElsewhere } from './stationsOf';

describe('where a change was made', () => {
  it('is said only where it is another station', () => {
    expect(madeElsewhere('AcceptReading', 'PLAN')).toBe('Read');
    expect(madeElsewhere('AcceptReading', 'READ')).toBeUndefined();
    expect(madeElsewhere('TickStep', 'FIT')).toBeUndefined();
    expect(madeElsewhere('TickStep', 'PLAN')).toBe('Open');
    expect(madeElsewhere(undefined, 'PLAN')).toBeUndefined();
  });
});
