import { describe, expect, it } from 'vitest';
import {
  EMPTY,
  gigabytes,
  layOut,
  likeTogether,
  lids,
  longest,
  ofProcessor,
  processors,
  type Picture,
  stretches,
} from './memoryModel';

const WIDTH = 700;

type Block = Picture['lanes'][number]['blocks'][number];

function block(position: string, mebibytes: number, more: Partial<Block> = {}): Block {
  return {
    position,
    label: position,
    soldered: false,
    text: '',
    mebibytes,
    ranks: 1,
    lid: '',
    reachMinutes: 5,
    changed: false,
    absent: false,
    unknown: false,
    like: 0,
    ...more,
  };
}

function picture(...lanes: Block[][]): Picture {
  return {
    lanes: lanes.map((blocks, i) => ({
      channel: 'AB'[i],
      processor: 'CPU',
      mebibytes: blocks.reduce((s, b) => s + b.mebibytes, 0),
      blocks,
    })),
    regions: [],
    clocks: [],
    installed: '',
    usable: '',
    read: true,
    effortMinutes: 0,
  };
}

describe('memory picture', () => {
  it('draws blocks as long as their capacity, on one axis for all lanes', () => {
    const p = picture([block('A1', 8192)], [block('B1', 16384), block('B2', 8192)]);
    const { lanes, scale, left } = layOut(p, longest(p), WIDTH);
    const [a1] = lanes[0].shapes;
    const [b1, b2] = lanes[1].shapes;
    expect(b1.width / a1.width).toBeCloseTo(2);
    expect(b2.x).toBeCloseTo(b1.x + b1.width);
    expect(a1.x).toBe(left);
    expect(scale * longest(p)).toBeLessThan(WIDTH - left);
  });

  it('keeps empty sockets inside the picture, after what is filled', () => {
    const p = picture([block('A1', 32768), block('A2', 0)], [block('B1', 0), block('B2', 0)]);
    const { lanes } = layOut(p, longest(p), WIDTH);
    for (const shape of lanes.flatMap((l) => l.shapes)) {
      expect(shape.x + shape.width).toBeLessThanOrEqual(WIDTH);
    }
    expect(lanes[1].shapes.map((s) => s.width)).toEqual([EMPTY, EMPTY]);
    expect(lanes[0].shapes[1].x).toBeGreaterThan(lanes[0].shapes[0].x + lanes[0].shapes[0].width - 1);
  });

  it('shares one axis between as found and planned', () => {
    expect(longest(picture([block('A1', 4096)]), picture([block('A1', 65536)]))).toBe(65536);
    expect(longest(picture([block('A1', 0)]))).toBe(8192);
  });

  it('lays the width map on the same axis: the shared stretch first, thick as its channels', () => {
    const p = {
      ...picture([block('A1', 8192)], [block('B1', 16384)]),
      regions: [
        { processor: 'CPU', ways: 2, mebibytes: 16384, gigabytesPerSecond: 51.2 },
        { processor: 'CPU', ways: 1, mebibytes: 8192, gigabytesPerSecond: 25.6 },
      ],
    };
    const { lanes, scale, left } = layOut(p, longest(p), WIDTH);
    const [wide, narrow] = stretches(p, scale, left);
    expect(wide.width).toBeCloseTo(lanes[0].shapes[0].width);
    expect(narrow.x).toBeCloseTo(wide.x + wide.width);
    expect(wide.thickness).toBe(2 * narrow.thickness);
    expect(wide.label).toBe('16 GB 2 wide at 51.2 GB/s');
  });

  it('draws one lid over neighbours that lie under the same parts', () => {
    const p = picture([
      block('A1', 8192, { lid: 'Keyboard' }),
      block('A2', 0, { lid: 'Keyboard' }),
      block('A3', 0, { lid: 'Plate' }),
      block('A4', 0),
    ]);
    const found = lids(layOut(p, 8192, WIDTH).lanes[0].shapes);
    expect(found.map((l) => l.text)).toEqual(['Keyboard, 5 min', 'Plate, 5 min']);
  });

  it('shows one processor at a time', () => {
    const p = picture([block('A1', 8192)], [block('B1', 16384)]);
    p.lanes[1].processor = 'P2';
    expect(processors(p)).toEqual(['CPU', 'P2']);
    expect(ofProcessor(p, 'P2').lanes.map((l) => l.channel)).toEqual(['B']);
  });

  it('writes sizes as the trade does', () => {
    expect(gigabytes(24576)).toBe('24 GB');
    expect(gigabytes(1536)).toBe('1.5 GB');
  });
});

describe('large machines', () => {
  it('draw like channels once, with how many there are', () => {
    const lane = (n: number, size: number): Block[] => [
      block(`${n}1`, size, { text: `${size} MB` }),
      block(`${n}2`, 0),
    ];
    const p = picture(...[16384, 16384, 16384, 8192, 16384, 8192].map((size, n) => lane(n, size)));
    const { lanes } = likeTogether(p);
    expect(lanes.map((l) => l.alike)).toEqual([4, 2]);
    // Few channels stay apart: one looks for channel B, and finds it.
    expect(likeTogether(picture(lane(0, 8192), lane(1, 8192))).lanes).toHaveLength(2);
  });
});
