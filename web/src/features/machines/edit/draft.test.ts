import { describe, expect, it } from 'vitest';
import * as d from './draft';

const EMPTY = {
  positions: [{ id: 'a', access: [['hatch'], ['base']] }],
  access: { restsOn: 'BOTTOM', parts: [], closing: [], outlines: [] },
} as unknown as d.MachineRecord;

const drawn = () => {
  let r = d.addPart(EMPTY, 'Base', 'COVER', 'BOTTOM');
  r = d.addPart(r, 'Hatch', 'HATCH', 'BOTTOM');
  r = d.changePart(r, 'hatch', { needsOff: ['base'] });
  return { ...r, access: { ...r.access, closing: [{ first: 'hatch', then: 'base' }] } };
};

describe('a record on its way', () => {
  it('goes back and forth step by step, and a new step drops what was undone', () => {
    let draft = d.begin(EMPTY);
    const one = d.addPart(EMPTY, 'Base', 'COVER', 'BOTTOM');
    const two = d.addPart(one, 'Plate', 'PLATE', 'BOTTOM');
    draft = d.edit(d.edit(draft, one), two);
    expect(d.undo(draft).record).toBe(one);
    expect(d.redo(d.undo(draft)).record).toBe(two);
    expect(d.undo(d.undo(d.undo(draft))).record).toBe(EMPTY);
    expect(d.redo(d.edit(d.undo(draft), EMPTY)).record).toBe(EMPTY);
  });

  it('names parts and screws so that no two are alike', () => {
    const r = d.addPart(d.addPart(drawn(), 'Base', 'COVER', 'TOP'), '%%', 'TAPE', 'TOP');
    expect(r.access.parts.map((p) => p.id)).toEqual(['base', 'hatch', 'base-2', 'part']);
    const brush = { bit: 'PH0', lengthTenths: 40, role: 'OUT' as const };
    let s = d.placeScrew(r, 'base', 0.1, 0.2, brush);
    s = d.placeScrew(s, 'base', -3, 7, brush);
    s = d.changePart(s, 'base', { fasteners: d.inList(s.access.parts[0].fasteners, 'B1', undefined) });
    s = d.placeScrew(s, 'base', 0.5, 0.5, brush);
    expect(s.access.parts[0].fasteners.map((f) => [f.id, f.x, f.y])).toEqual([
      ['B2', 0, 1],
      ['B3', 0.5, 0.5],
    ]);
  });

  it('takes a part out of all that names it', () => {
    const r = d.removePart(drawn(), 'base');
    expect(r.access.parts.map((p) => [p.id, p.needsOff])).toEqual([['hatch', []]]);
    expect(r.access.closing).toEqual([]);
    expect(r.positions[0].access).toEqual([['hatch']]);
  });

  it('starts prying at the first catch only', () => {
    const r = d.placeCatch(d.placeCatch(drawn(), 'base', 0, 0), 'base', 1, 1);
    expect(r.access.parts[0].catches.map((c) => c.start)).toEqual([true, false]);
  });

  it('lists its parts as they come off, what lies under others below them', () => {
    const part = (id: string, needsOff: string[]) => ({ id, needsOff }) as d.Part;
    const order = d.inOrder([
      part('plate', ['plug', 'base']),
      part('plug', ['base']),
      part('base', []),
      // A record on its way may contradict itself.
      part('a', ['b']),
      part('b', ['a']),
    ]);
    expect(order.map((o) => o.part.id)).toEqual(['base', 'plug', 'plate', 'a', 'b']);
    expect(order.map((o) => o.depth).slice(0, 3)).toEqual([0, 1, 2]);
  });
});
