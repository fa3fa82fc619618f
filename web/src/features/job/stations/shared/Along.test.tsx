import { ChakraProvider } from '@chakra-ui/react';
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, expect, it, vi } from 'vitest';
import { system } from '../../../../theme/system';
import type { JobView } from '../../api';
import { CameAlong, GoesBack } from './Along';

afterEach(cleanup);

const job = (things: JobView['brought']['things']) => ({ brought: { serial: '', things } }) as JobView;

it('lists what comes, one more of what is there, and never fewer than went back', async () => {
  const change = vi.fn().mockResolvedValue(true);
  const user = userEvent.setup();
  render(
    <ChakraProvider value={system}>
      <CameAlong job={job([{ what: 'Drive caddy', came: 2, back: 2 }])} change={change} readOnly={false} />
    </ChakraProvider>,
  );
  await user.click(screen.getByText('Charger'));
  expect(change).toHaveBeenLastCalledWith({ type: 'NoteThing', what: 'Charger', came: 1 });
  // Typed otherwise, it is the one that is listed.
  await user.type(screen.getByLabelText('Something else that came along'), 'drive CADDY{Enter}');
  expect(change).toHaveBeenLastCalledWith({ type: 'NoteThing', what: 'Drive caddy', came: 3 });
  await user.type(screen.getByLabelText('Something else that came along'), '  {Enter}');
  expect(change).toHaveBeenCalledTimes(2);
  expect(screen.getByLabelText<HTMLButtonElement>('One Drive caddy less').disabled).toBe(true);
  expect(screen.queryByRole('button', { name: 'Drive caddy' })).toBeNull();
});

it('gives back one by one or all at once, and says what is still here', async () => {
  const change = vi.fn().mockResolvedValue(true);
  const user = userEvent.setup();
  const page = (things: JobView['brought']['things']) => (
    <ChakraProvider value={system}>
      <GoesBack job={job(things)} change={change} readOnly={false} />
    </ChakraProvider>
  );
  const { rerender } = render(
    page([
      { what: 'Charger', came: 1, back: 0 },
      { what: 'Screw', came: 4, back: 1 },
    ]),
  );
  expect(screen.getByText('▲ still here')).toBeDefined();
  expect(screen.getByText('▲ 3 still here')).toBeDefined();
  await user.click(screen.getByLabelText('Charger given back'));
  expect(change).toHaveBeenLastCalledWith({ type: 'NoteThing', what: 'Charger', back: 1 });
  await user.click(screen.getByLabelText('Screw given back'));
  expect(change).toHaveBeenLastCalledWith({ type: 'NoteThing', what: 'Screw', back: 2 });
  await user.click(screen.getByText('All of it goes back'));
  expect(change).toHaveBeenLastCalledWith({ type: 'GiveBack' });
  rerender(page([{ what: 'Charger', came: 1, back: 1 }]));
  await user.click(screen.getByText('All of it goes back'));
  expect(change).toHaveBeenCalledTimes(3);
  await user.click(screen.getByLabelText('Charger is still here'));
  expect(change).toHaveBeenLastCalledWith({ type: 'NoteThing', what: 'Charger', back: 0 });
  rerender(page([]));
  expect(screen.queryByText('What came along')).toBeNull();
});
