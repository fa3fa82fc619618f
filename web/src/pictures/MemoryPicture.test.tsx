import { ChakraProvider } from '@chakra-ui/react';
import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { system } from '../theme/system';
import { shortened, MemoryPicture } from './MemoryPicture';
import { MemoryTable } from './MemoryTable';
import type { Picture } from './memoryModel';
import { height } from './TrailPicture';

const PICTURE: Picture = {
  lanes: [
    {
      channel: 'A',
      processor: 'CPU',
      mebibytes: 8192,
      blocks: [
        {
          position: 'bank',
          label: 'Bank on board',
          soldered: true,
          text: '8 GB 1Rx16 DDR4-3200',
          mebibytes: 8192,
          ranks: 1,
          lid: '',
          reachMinutes: 0,
          changed: false,
          absent: false,
          unknown: false,
          like: 0,
        },
      ],
    },
    {
      channel: 'B',
      processor: 'CPU',
      mebibytes: 16384,
      blocks: [
        {
          position: 'b1',
          label: 'Socket 1',
          soldered: false,
          key: 'm1',
          text: '16 GB 2Rx8 DDR4-3200',
          mebibytes: 16384,
          ranks: 2,
          lid: 'Keyboard',
          reachMinutes: 40,
          changed: true,
          absent: false,
          unknown: false,
          like: 0,
        },
        {
          position: 'b2',
          label: 'Socket 2',
          soldered: false,
          text: '',
          mebibytes: 0,
          ranks: 0,
          lid: '',
          reachMinutes: 8,
          changed: false,
          absent: false,
          unknown: false,
          like: 0,
        },
      ],
    },
  ],
  regions: [{ processor: 'CPU', ways: 2, mebibytes: 16384, gigabytesPerSecond: 51.2 }],
  clocks: [],
  installed: '24 GB',
  usable: '23.5 GB',
  read: true,
  effortMinutes: 8,
};

function show(actions?: Parameters<typeof MemoryPicture>[0]['actions']) {
  return render(
    <ChakraProvider value={system}>
      <MemoryPicture picture={PICTURE} most={16384} name="Memory" actions={actions} />
      <MemoryTable picture={PICTURE} caption="Memory" />
    </ChakraProvider>,
  );
}

describe('MemoryPicture', () => {
  it('says in words what it draws', () => {
    show();
    expect(
      screen.getByRole('img', { name: 'Bank on board, soldered: 8 GB 1Rx16 DDR4-3200' }),
    ).toBeInTheDocument();
    expect(
      screen.getByRole('img', {
        name: 'Socket 1: 16 GB 2Rx8 DDR4-3200, under Keyboard, 40 minutes, changed',
      }),
    ).toBeInTheDocument();
    expect(screen.getByRole('cell', { name: '16 GB 2Rx8 DDR4-3200, changed' })).toBeInTheDocument();
  });

  it('says of the width no more than was read', () => {
    const unread = { ...PICTURE.lanes[1].blocks[1], unknown: true };
    const lane = { channel: 'C', processor: 'CPU', mebibytes: 0, blocks: [unread] };
    const { rerender } = show();
    expect(screen.queryByText('so far')).toBeNull();
    const of = (picture: typeof PICTURE) => (
      <ChakraProvider value={system}>
        <MemoryPicture picture={picture} most={16384} name="Memory" />
      </ChakraProvider>
    );
    rerender(of({ ...PICTURE, lanes: [...PICTURE.lanes, lane] }));
    expect(screen.getByText('so far')).toBeInTheDocument();
    rerender(of({ ...PICTURE, lanes: [lane], regions: [] }));
    expect(screen.queryByText('no memory yet')).toBeNull();
    expect(screen.getAllByText('not read').length).toBeGreaterThan(1);
  });

  it('is worked by keyboard, and a soldered bank is no button', async () => {
    const onChoose = vi.fn();
    const onEmpty = vi.fn();
    show({ onChoose, onEmpty });
    expect(screen.getAllByRole('button')).toHaveLength(2);
    screen.getByRole('button', { name: /Socket 2/ }).focus();
    await userEvent.keyboard('{Enter}');
    expect(onChoose).toHaveBeenCalledWith('b2', undefined);
    screen.getByRole('button', { name: /Socket 1/ }).focus();
    await userEvent.keyboard('{Delete}');
    expect(onEmpty).toHaveBeenCalledWith('b1');
  });

  it('names what is in hand on every position', () => {
    show({ inHand: '8 GB module', onChoose: vi.fn(), onEmpty: vi.fn() });
    expect(screen.getByRole('button', { name: 'Put 8 GB module into Socket 2: empty' })).toBeInTheDocument();
  });
});

describe('texts in pictures', () => {
  it('are cut where there is no room', () => {
    expect(shortened('Keyboard', 100, 5)).toBe('Keyboard');
    expect(shortened('Keyboard', 25, 5)).toBe('Keyb…');
    expect(shortened('Keyboard', 8, 5)).toBe('');
  });

  it('peaks reach further the more minutes, and none is flat', () => {
    expect(height(30, 30)).toBeGreaterThan(height(5, 30));
    expect(height(0, 30)).toBeGreaterThan(8);
  });
});
