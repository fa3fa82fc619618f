import { render, screen } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import { MiniPicture } from './MiniPicture';

type Picture = Schemas['PictureView'];

function block(position: string, mebibytes: number, changed = false, soldered = false) {
  return {
    position,
    label: position,
    soldered,
    text: '',
    mebibytes,
    ranks: 1,
    lid: '',
    reachMinutes: 1,
    changed,
    absent: false,
    unknown: false,
    like: 0,
  };
}

function picture(lanes: [string, number[]][]): Picture {
  return {
    lanes: lanes.map(([channel, sizes]) => ({
      channel,
      processor: 'CPU',
      mebibytes: sizes.reduce((a, b) => a + b, 0),
      blocks: sizes.map((s, i) => block(`${channel}${i}`, s, i > 0)),
    })),
    regions: [],
    clocks: [],
    installed: '',
    usable: '',
    effortMinutes: 0,
    read: true,
  };
}

describe('memory in little', () => {
  it('draws modules as long as their share of the fullest channel, with their sizes', () => {
    const { container } = render(
      <MiniPicture
        picture={picture([
          ['A', [16384, 8192]],
          ['B', [8192]],
        ])}
      />,
    );
    const widths = [...container.querySelectorAll('rect')].map((r) => Number(r.getAttribute('width')));
    expect(widths[0] + 2).toBeCloseTo(2 * (widths[1] + 2), 5);
    expect(widths[2]).toBeCloseTo(widths[1], 5);
    expect(screen.getByText('16 GB')).toBeTruthy();
    expect(screen.getByRole('img').getAttribute('aria-label')).toBe('channel A: 24 GB, channel B: 8 GB');
  });

  it('tells how many channels of a large machine are left out, and draws what is empty as nothing', () => {
    const many = picture(
      Array.from({ length: 24 }, (_, i): [string, number[]] => [String(i), i === 0 ? [] : [4096]]),
    );
    const { container } = render(<MiniPicture picture={many} />);
    expect(screen.getByText('and 21 more channels')).toBeTruthy();
    expect(container.querySelectorAll('rect')).toHaveLength(2);
  });
});
