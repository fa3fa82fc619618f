import { describe, expect, it } from 'vitest';
import { meant, oneThing, type Pack } from './api';

const pack = (id: number, wording: string, more: Partial<Pack> = {}): Pack => ({
  id,
  order: 4,
  supplier: 'Tarn & Sons',
  reference: 'TS-77',
  orderedOn: '2031-05-14',
  wording,
  pieces: 1,
  late: false,
  state: 'ON_THE_WAY',
  next: ['HERE', 'CANCELLED'],
  ...more,
});

describe('what came', () => {
  const packs = [
    pack(1, '16GB 1Rx8 PC5-4800B-SA0-1010-XT'),
    pack(2, '16GB 1Rx8 PC5-4800B-SA0-1010-XT', { order: 5, reference: '' }),
    pack(3, '2x8GB 1Rx8 PC4-2666V-SA1-11', { pieces: 2 }),
  ];
  const ids = (text: string) => meant(packs, text).map((p) => p.id);

  it('is told by words of the item in any order, or by the number of the order', () => {
    expect(ids('pc5-4800b 16gb')).toEqual([1, 2]);
    expect(ids('ts-77')).toEqual([1, 3]);
    expect(ids('order 5')).toEqual([2]);
    expect(ids('PC4')).toEqual([3]);
  });

  it('is nothing of what is too short or stands nowhere', () => {
    expect(ids('16')).toEqual([]);
    expect(ids('')).toEqual([]);
    expect(ids('PC3L-12800')).toEqual([]);
    // Part of a number of theirs is another order's.
    expect(ids('TS-7')).toEqual([]);
  });

  it('says which of several it was only where they are the same', () => {
    expect(oneThing(meant(packs, '16GB'))).toBe(true);
    expect(oneThing(meant(packs, 'TS-77'))).toBe(false);
    expect(oneThing([packs[2], { ...packs[2], supplier: 'Another' }])).toBe(false);
  });
});
