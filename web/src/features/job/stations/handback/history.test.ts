import { describe, expect, it } from 'vitest';
import { inShort, type JobEvent, joined } from './history';

const event = (version: number, type: string, who = 'Ilka'): JobEvent => ({
  version,
  type,
  who,
  what: type === 'TickStep' ? 'ticked a step' : type === 'ConfirmFit' ? 'confirmed a fitting' : type,
  at: '2031-05-14T09:30:00Z',
  fields: [],
});

describe('the history of a job', () => {
  it('has the work of one pair of hands in one opening on one line, the latest first', () => {
    const lines = joined([
      event(1, 'ChoosePlan'),
      event(2, 'TickStep'),
      event(3, 'TickStep'),
      event(4, 'ConfirmFit'),
      event(5, 'TickStep', 'Bram'),
      event(6, 'LogStart'),
      event(7, 'TickStep'),
    ]);
    expect(lines.map((l) => l.events.map((e) => e.version))).toEqual([[7], [6], [5], [4, 3, 2], [1]]);
    expect(inShort(lines[3].events)).toBe('ticked a step, 2 times; confirmed a fitting');
  });
});
