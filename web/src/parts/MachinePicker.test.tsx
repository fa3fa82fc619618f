import { ChakraProvider } from '@chakra-ui/react';
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { system } from '../theme/system';
import { MachinePicker } from './MachinePicker';

const FELL = {
  id: 'fell',
  name: 'Quarrow Fell 13',
  generation: 'DDR4',
  sockets: 1,
  soldered: 1,
  slots: [],
} as never;

function picker(
  machines: never[] | undefined,
  onChoose: (id: string) => void,
  onUnknown: (t: string) => void,
) {
  return (
    <ChakraProvider value={system}>
      <MachinePicker
        label="Machine"
        machines={machines}
        chosen=""
        onChoose={onChoose}
        onUnknown={onUnknown}
      />
    </ChakraProvider>
  );
}

describe('MachinePicker', () => {
  afterEach(cleanup);

  it('waits with Enter for records that are still on their way', async () => {
    const chosen = vi.fn();
    const unknown = vi.fn();
    const { rerender } = render(picker(undefined, chosen, unknown));
    await userEvent.type(screen.getByRole('combobox'), 'fell{Enter}');
    expect(chosen).not.toHaveBeenCalled();
    expect(unknown).not.toHaveBeenCalled();
    rerender(picker([FELL], chosen, unknown));
    expect(chosen).toHaveBeenCalledWith('fell');
    expect(unknown).not.toHaveBeenCalled();
  });

  it('asks for a new record only of a name that no record has', async () => {
    const unknown = vi.fn();
    render(picker([FELL], vi.fn(), unknown));
    await userEvent.type(screen.getByRole('combobox'), 'tarn{Enter}');
    expect(unknown).toHaveBeenCalledWith('tarn');
  });
});
