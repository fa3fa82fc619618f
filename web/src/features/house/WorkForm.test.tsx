import { ChakraProvider } from '@chakra-ui/react';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, expect, it, vi } from 'vitest';
import { api, type Schemas } from '../../api/client';
import { system } from '../../theme/system';
import { WorkForm } from './WorkForm';

const house = (workVersion: number, name: string) =>
  ({
    workVersion,
    work: [{ id: 'system', name, low: '2 GiB', usual: '3 GiB', high: '4 GiB', year: 2031 }],
  }) as unknown as Schemas['HouseView'];

const form = (of: Schemas['HouseView']) => (
  <ChakraProvider value={system}>
    <QueryClientProvider client={new QueryClient()}>
      <WorkForm house={of} writes />
    </QueryClientProvider>
  </ChakraProvider>
);

afterEach(cleanup);

it('never sends over what somebody else kept meanwhile', async () => {
  const put = vi.spyOn(api, 'put').mockRejectedValue(new Error('Somebody else has changed this meanwhile.'));
  const user = userEvent.setup();
  const { rerender } = render(form(house(4, 'The system')));
  await user.type(screen.getByLabelText('Work of The system'), '!');
  await user.type(screen.getByLabelText('Why from now on'), 'clearer');
  // Somebody else's figures arrive while this is typed.
  rerender(form(house(5, 'System of ours')));
  await user.click(screen.getByText('Keep these figures'));
  expect(put.mock.calls[0][1]).toMatchObject({ expectedVersion: 4 });
  expect(await screen.findByRole('alert')).toBeDefined();
  expect(screen.getByDisplayValue('The system!')).toBeDefined();
  await user.click(screen.getByText('Leave it'));
  expect(screen.getByDisplayValue('System of ours')).toBeDefined();
});
