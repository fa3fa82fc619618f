import { ChakraProvider } from '@chakra-ui/react';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactNode } from 'react';
import { MemoryRouter } from 'react-router';
import { afterEach, expect, it, vi } from 'vitest';
import { api } from '../../api/client';
import { system } from '../../theme/system';
import { OwnAccount } from '../session';
import { Broken } from './Nothing';
import { OwnerData } from './OwnerData';

const on = (page: ReactNode) => (
  <ChakraProvider value={system}>
    <QueryClientProvider client={new QueryClient()}>
      <MemoryRouter>{page}</MemoryRouter>
    </QueryClientProvider>
  </ChakraProvider>
);

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

const JOB = {
  id: 7,
  machine: 'Skerrow Tern 16',
  closed: true,
  updatedAt: '2031-05-14T09:30:00Z',
  photos: 2,
  sources: 1,
};

function Breaks(): ReactNode {
  throw new Error('no such position');
}

it('erases what was seen, and only once the name was typed again', async () => {
  vi.spyOn(api, 'get').mockResolvedValue([JOB]);
  const post = vi.spyOn(api, 'post').mockResolvedValue(undefined);
  const user = userEvent.setup();
  render(on(<OwnerData />));
  await user.type(screen.getByLabelText('Name, as it stands in the jobs'), ' Cloudberry cottage ');
  await user.click(screen.getByText('Look'));
  expect(await screen.findByText(/#7 Skerrow Tern 16/)).toBeDefined();
  await user.click(screen.getByText('Erase for good'));
  expect(post).not.toHaveBeenCalled();
  await user.type(screen.getByLabelText('The name once more, to erase'), 'Cloudberry cottage');
  await user.click(screen.getByText('Erase for good'));
  expect(post).toHaveBeenCalledWith('/api/upkeep/owner/erase', { owner: 'Cloudberry cottage', jobs: [7] });
  expect(await screen.findByText(/^Erased/)).toBeDefined();
});

it('does not erase a job that is on the bench', async () => {
  vi.spyOn(api, 'get').mockResolvedValue([{ ...JOB, closed: false }]);
  const post = vi.spyOn(api, 'post').mockResolvedValue(undefined);
  const user = userEvent.setup();
  render(on(<OwnerData />));
  await user.type(screen.getByLabelText('Name, as it stands in the jobs'), 'Cloudberry cottage{Enter}');
  await user.type(await screen.findByLabelText('The name once more, to erase'), 'Cloudberry cottage');
  await user.click(screen.getByText('Erase for good'));
  expect(post).not.toHaveBeenCalled();
});

it('sends a new password only when it is the same twice', async () => {
  const post = vi.spyOn(api, 'post').mockResolvedValue(undefined);
  const user = userEvent.setup();
  render(on(<OwnAccount account={{ login: 'ilka', name: 'Ilka', role: 'TECHNICIAN', active: true }} />));
  await user.type(screen.getByLabelText(/^Present password/), 'lichen');
  await user.type(screen.getByLabelText(/^New password, 12/), 'moss-under-the-step');
  await user.type(screen.getByLabelText(/^New password once more/), 'moss-under-the-stp');
  const press = screen.getByRole('button', { name: 'Change the password' });
  await user.click(press);
  expect(post).not.toHaveBeenCalled();
  await user.clear(screen.getByLabelText(/^New password once more/));
  await user.type(screen.getByLabelText(/^New password once more/), 'moss-under-the-step');
  await user.click(press);
  expect(post).toHaveBeenCalledWith('/api/session/password', {
    old: 'lichen',
    password: 'moss-under-the-step',
  });
  expect(await screen.findByText(/^The password is changed/)).toBeDefined();
});

it('leaves the rest standing when a page breaks', () => {
  vi.spyOn(console, 'error').mockImplementation(() => {});
  render(
    on(
      <>
        <p>The bar</p>
        <Broken>
          <Breaks />
        </Broken>
      </>,
    ),
  );
  expect(screen.getByText('The bar')).toBeDefined();
  expect(screen.getByText('no such position')).toBeDefined();
  expect(screen.getByText('Load it again')).toBeDefined();
});
