import { describe, expect, it } from 'vitest';
import { grouped, has, type Job, promise, stateOf } from './board';

const job = (id: number, more: Partial<Job> = {}): Job => ({
  id,
  machineId: 'm',
  machine: 'Quarrow Fell 13',
  owner: 'Survey team',
  wish: 'more',
  station: 'PLAN',
  closed: false,
  blocked: false,
  waits: 'US',
  updatedAt: '2031-05-14T09:30:00Z',
  updatedBy: 'Ilka',
  ...more,
});

describe('a failed start', () => {
  it('has its group and says what it waits for, unless it is late or a timer runs', () => {
    const cause = job(1, { waits: 'CAUSE', blocked: true, station: 'PROVE' });
    const test = job(2, { waits: 'TEST', station: 'PROVE' });
    const late = job(3, { waits: 'CAUSE', daysLeft: -1 });
    expect(
      grouped([cause, test, late], new Set([2])).map(([g, , held]) => [g, held.map((j) => j.id)]),
    ).toEqual([
      ['FIRST', [3]],
      ['FAILING', [1]],
      ['TIMER', [2]],
    ]);
    expect(stateOf(cause)).toBe('choose a test');
    expect(stateOf(test)).toBe('start the chosen test');
  });
});

describe('the board', () => {
  it('puts each job where it waits, and what cannot wait first', () => {
    const jobs = [
      job(1),
      job(2, { waits: 'PARTS', partsOn: '2031-05-19' }),
      job(3, { blocked: true }),
      job(4, { waits: 'PARTS', daysLeft: -2 }),
      job(5, { closed: true, waits: 'NOTHING', daysLeft: -9 }),
      job(6, { daysLeft: 3 }),
      job(7, { daysLeft: 0 }),
      job(8),
    ];
    expect(grouped(jobs, new Set([8])).map(([group, , held]) => [group, held.map((j) => j.id)])).toEqual([
      ['FIRST', [4, 3]],
      ['US', [7, 6, 1]],
      ['TIMER', [8]],
      ['PARTS', [2]],
      ['NOTHING', [5]],
    ]);
  });

  it('says a promise in days', () => {
    expect([-2, -1, 0, 1, 4].map(promise)).toEqual([
      'late by 2 days',
      'late by 1 day',
      'for today',
      'in 1 day',
      'in 4 days',
    ]);
  });

  it('finds by any word, person, state and day', () => {
    const j = job(12, { promised: '2031-05-20', away: 'with the owner' });
    for (const words of ['fell survey', '#12', 'ilka', 'next: plan', '2031-05-20', 'with owner', '']) {
      expect(has(j, words, new Set())).toBe(true);
    }
    expect(has(j, 'fell dairy', new Set())).toBe(false);
    // The words of its group and of its promise are words of the screen.
    expect(has(job(1, { waits: 'PARTS' }), 'waits parts', new Set())).toBe(true);
    expect(has(job(1, { daysLeft: -2 }), 'late by 2', new Set())).toBe(true);
    expect(has(job(1), 'timer', new Set([1]))).toBe(true);
    expect(has(job(1, { closed: true, daysLeft: -2 }), 'late', new Set())).toBe(false);
  });
});
