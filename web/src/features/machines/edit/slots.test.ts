import { describe, expect, it } from 'vitest';
import type { MachineRecord } from './draft';
import { addChannel, addProcessor, addSlot, ofChannel, removeChannel, removeSlot, sooner } from './slots';

const socket = { keySide: 'left', angleFrom: 30, angleTo: 30, turned: false, latches: 2, screws: [] };
const at = (id: string, channel: string, fillOrder: number, lower?: string) => ({
  id,
  label: id.toUpperCase(),
  channels: [channel],
  formFactor: 'SO_DIMM',
  socket: { ...socket, lower, colour: 'blue' },
  fillOrder,
  access: [['lid']],
  provenance: 'OWN_BENCH',
});
const record = {
  processors: ['CPU'],
  channels: [
    { id: 'A', processor: 'CPU' },
    { id: 'B', processor: 'CPU' },
  ],
  controller: { ways: [1, 2] },
  positions: [at('a1', 'A', 1), at('a2', 'A', 2, 'a1'), at('b1', 'B', 1)],
} as unknown as MachineRecord;

const ids = (r: MachineRecord, channel: string) => ofChannel(r, channel).map((p) => p.id);

describe('slots', () => {
  it('adds a socket reached like its neighbour, at the end of its channel', () => {
    const next = addSlot(record, 'B');
    const added = ofChannel(next, 'B')[1];
    expect(added).toMatchObject({ label: 'Socket B2', fillOrder: 2, access: [['lid']], channels: ['B'] });
    expect(added.socket).toMatchObject({ keySide: 'left', lower: undefined, colour: undefined });
    expect(new Set(next.positions.map((p) => p.id)).size).toBe(4);
  });

  it('orders by what is filled first', () => {
    const next = sooner(record, 'A', 'a2');
    expect(ids(next, 'A')).toEqual(['a2', 'a1']);
    expect(sooner(next, 'A', 'a2')).toBe(next);
  });

  it('takes a socket out, and what stood above it stands on the board', () => {
    const next = removeSlot(record, 'a1');
    expect(ids(next, 'A')).toEqual(['a2']);
    expect(ofChannel(next, 'A')[0].socket?.lower).toBeUndefined();
  });

  it('adds channels and processors, each with a socket and a width that can be run', () => {
    const three = addChannel(record, 'CPU');
    expect(three.channels.map((c) => c.id)).toEqual(['A', 'B', 'C']);
    expect(three.controller.ways).toEqual([1, 2, 3]);
    expect(ids(three, 'C')).toHaveLength(1);
    const two = addProcessor(record);
    expect(two.processors).toEqual(['CPU', 'P1']);
    expect(two.channels.at(-1)).toEqual({ id: 'P1 A', processor: 'P1' });
    expect(ids(two, 'P1 A')).toHaveLength(1);
  });

  it('takes a channel out with its positions, and a processor that has none left', () => {
    const next = removeChannel(addProcessor(record), 'P1 A');
    expect(next.processors).toEqual(['CPU']);
    expect(next.positions).toHaveLength(3);
    expect(removeChannel(record, 'B').controller.ways).toEqual([1]);
  });
});
