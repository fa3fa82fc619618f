import { describe, expect, it } from 'vitest';
import type { JobChange, JobView } from './api';
import { withWaiting } from './overlay';
import type { Waiting } from './waiting';

const wish = (text: string): JobChange => ({ type: 'AnswerIntake', wish: text });

describe('withWaiting', () => {
  const job = {
    order: { owner: 'o', wish: 'old' },
    need: { target: { atLeast: '' }, measured: { drive: 'NOT_KNOWN', work: {} } },
    intake: { wordBits: 32 },
    before: { conditions: 'mains' },
    starts: [{ no: 3, readout: { rate: 5 } }],
    opening: { steps: [{ id: 'ground', done: false }], closing: [] },
  } as unknown as JobView;
  const waiting = (...changes: JobChange[]): Waiting[] =>
    changes.map((change, i) => ({ id: String(i), base: 1, change }));

  it('keeps a wish that is sent whole whole while it waits', () => {
    const once = withWaiting(job, waiting({ type: 'Want', ideally: '32' }));
    const twice = withWaiting(
      job,
      waiting({ type: 'Want', ideally: once.need.target.ideally, budget: '90' }),
    );
    expect(twice.need.target).toEqual({ atLeast: '', ideally: '32', budget: '90' });
    const peak = withWaiting(job, waiting({ type: 'Measure', peak: '5', work: {} }));
    expect(peak.need.measured).toEqual({ drive: 'NOT_KNOWN', peak: '5', work: {} });
  });

  it('shows what is typed and ticked as it will be', () => {
    const shown = withWaiting(
      job,
      waiting(
        wish('new'),
        { type: 'AnswerIntake', wordBits: 0 },
        { type: 'EnterReadout', phase: 'BEFORE', readings: { rate: '3200', firmwareTotal: '8 GB' } },
        { type: 'EnterReadout', phase: 'AFTER', readings: { rate: '' } },
        { type: 'TickStep', step: 'ground', done: true },
      ),
    );
    expect(shown.intake).toEqual({ wordBits: undefined });
    expect(shown.order).toEqual({ owner: 'o', wish: 'new' });
    expect(shown.before).toEqual({ conditions: 'mains', rate: 3200, firmwareTotal: '8 GB' });
    expect(shown.starts[0].readout).toEqual({ rate: undefined });
    expect(shown.opening.steps[0].done).toBe(true);
    expect(job.order.wish).toBe('old');
  });

  it('keeps the promise in sight while another answer waits', () => {
    const promised = withWaiting(job, waiting({ type: 'NoteOrder', promised: '2031-05-20' }, wish('new')));
    expect(promised.order).toEqual({ owner: 'o', wish: 'new', promised: '2031-05-20', away: undefined });
    expect(
      withWaiting(promised, waiting({ type: 'NoteOrder', promised: '' })).order.promised,
    ).toBeUndefined();
  });
});
