import { describe, expect, it } from 'vitest';
import type { JobView } from '../../api';
import { changes, totalNow } from './differences';

type Start = JobView['starts'][number];
const start = (...arrangement: string[]) => ({ arrangement }) as unknown as Start;

describe('what a card of a start says', () => {
  const first = start('Socket A: 8 GB', 'Socket B: 16 GB');
  it('says all of the first one', () => {
    expect(changes(first, undefined)).toEqual(['Socket A: 8 GB', 'Socket B: 16 GB']);
    expect(changes(start(), undefined)).toEqual(['no module in a socket']);
  });
  it('says differences only after it', () => {
    expect(changes(start('Socket A: 8 GB'), first)).toEqual(['Socket B: 16 GB out']);
    expect(changes(start('Socket A: 16 GB', 'Socket B: 8 GB'), first)).toEqual([
      'Socket A: 16 GB in, 8 GB out',
      'Socket B: 8 GB in, 16 GB out',
    ]);
    expect(changes(first, first)).toEqual(['as before']);
  });
  it('names the one socket of many that is other', () => {
    const many = Array.from({ length: 96 }, (_, i) => `P${i}: 64 GB`);
    expect(changes(start(...many.slice(1)), start(...many))).toEqual(['P0: 64 GB out']);
  });
});

describe('the total that the answer names', () => {
  const job = (counts: boolean, done: boolean) =>
    ({
      starts: [{ counts, comparison: [{ field: 'FIRMWARE_TOTAL', expected: '4 GB' }] }],
      fitLines: [{ done }],
      expectation: { firmwareTotal: '8 GB' },
    }) as unknown as JobView;
  it('is of what is in it, not of the plan', () => {
    expect(totalNow(job(true, false))).toBe('4 GB');
    expect(totalNow(job(false, true))).toBe('8 GB');
    expect(totalNow(job(false, false))).toBeUndefined();
  });
});
