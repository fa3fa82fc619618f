import { describe, expect, it } from 'vitest';
import { changes } from './Landing';

describe('changes', () => {
  it('says what another sheet would change, and nothing of what it would not', () => {
    expect(changes({ fresh: 3, kept: 120, dearer: 2, cheaper: 0, gone: 14 })).toBe(
      '3 new, 2 dearer, 120 as before, 14 no longer in it',
    );
    expect(changes({ fresh: 0, kept: 5, dearer: 0, cheaper: 0, gone: 0 })).toBe('5 as before');
  });
});
