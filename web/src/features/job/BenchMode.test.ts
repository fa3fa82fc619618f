import { describe, expect, it } from 'vitest';
import type { JobView } from './api';
import { nextCard } from './BenchMode';

type Next = { what: string; id: string; text: string };

const step = (id: string, done = false, kind = 'TAKE_OFF') => ({ id, kind, done, text: `do ${id}` });
const line = (position: string, done = false) => ({ position, done });

function job(leads: Record<string, Next>, more: object = {}): JobView {
  return {
    trail: Object.entries(leads).map(([station, next]) => ({ station, next, missing: [] })),
    opening: { steps: [step('ground', true), step('base')], closing: [step('base:on', false, 'PUT_BACK')] },
    fitLines: [line('A1'), line('B1')],
    openingGates: [],
    fittingGates: [],
    ...more,
  } as unknown as JobView;
}

const go = (id: string): Next => ({ what: 'GO', id, text: `To ${id}` });
const tick = (id: string): Next => ({ what: 'TICK', id, text: `Tick ${id}` });

describe('nextCard', () => {
  it('shows what the core leads to, wherever it sends from Open', () => {
    expect(nextCard(job({ OPEN: tick('base') }))).toMatchObject({
      kind: 'step',
      id: 'base',
      text: 'do base',
    });
    // What the lists would have said is no matter: back on first is the core's word.
    expect(nextCard(job({ OPEN: tick('base:on') }))).toMatchObject({ kind: 'step', id: 'base:on' });
    const fits = job({ OPEN: go('FIT'), FIT: { what: 'FIT', id: 'B1', text: 'Fit B1' } });
    expect(nextCard(fits)).toMatchObject({ kind: 'fit', line: { position: 'B1' } });
    const closes = job({
      OPEN: go('FIT'),
      FIT: go('PROVE'),
      PROVE: { ...tick('x,base:on'), what: 'TICK_ALL' },
    });
    expect(nextCard(closes)).toMatchObject({ kind: 'step', id: 'x', text: 'Tick x,base:on', part: 'Prove' });
  });

  it('goes on with the next of the same list where that waits to be kept already', () => {
    const steps = [step('ground', true), step('base', true), step('plate')];
    const waits = job({ OPEN: tick('base') }, { opening: { steps, closing: [] } });
    expect(nextCard(waits)).toMatchObject({ kind: 'step', id: 'plate' });
    const fitted = job(
      { OPEN: { what: 'FIT', id: 'A1', text: '' } },
      { fitLines: [line('A1', true), line('B1')] },
    );
    expect(nextCard(fitted)).toMatchObject({ kind: 'fit', line: { position: 'B1' } });
  });

  it('pauses at a shut gate, starts where nothing else is left, and leads out', () => {
    const none: Next = { what: 'NONE', id: '', text: '' };
    expect(nextCard(job({ OPEN: none }, { openingGates: [{ severity: 'STOP' }] }))).toEqual({
      kind: 'paused',
    });
    const closing = [step('base:on', true, 'PUT_BACK'), step('start', false, 'TEST_START')];
    const ready = job(
      { OPEN: go('FIT'), FIT: go('PROVE'), PROVE: none },
      { opening: { steps: [], closing } },
    );
    expect(nextCard(ready)).toEqual({ kind: 'start' });
    const proven = job({ OPEN: go('FIT'), FIT: go('PROVE'), PROVE: go('HAND_BACK') });
    expect(nextCard(proven)).toEqual({ kind: 'done', missing: [], text: 'To HAND_BACK', to: 'hand-back' });
    expect(nextCard(job({ OPEN: go('PLAN') }))).toMatchObject({ kind: 'done', to: 'plan' });
  });

  it('offers what a chosen test wants as one thing', () => {
    const test = job({ OPEN: go('PROVE'), PROVE: { what: 'ARRANGE', id: '', text: 'Arrange' } });
    expect(nextCard(test)).toEqual({ kind: 'work', text: 'Arrange', change: { type: 'ArrangeForTest' } });
  });

  it('says what is missing where hands can do nothing', () => {
    const failed = job({ OPEN: go('PROVE'), PROVE: { what: 'CHOOSE_TEST', id: '', text: 'Choose a test' } });
    const leg = failed.trail.find((l) => l.station === 'PROVE');
    if (leg) leg.missing = ['the last start failed'];
    expect(nextCard(failed)).toMatchObject({ kind: 'done', missing: ['the last start failed'], to: 'prove' });
  });

  it('never goes round where two stations send to each other', () => {
    expect(nextCard(job({ OPEN: go('FIT'), FIT: go('OPEN') })).kind).toBe('done');
  });
});
