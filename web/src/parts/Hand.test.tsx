import { ChakraProvider } from '@chakra-ui/react';
import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { system } from '../theme/system';
import { AtHand, Press, sayAtHand } from './Hand';

describe('what is said where the hand is', () => {
  it('tells what a button lacks instead of doing nothing, and does its work when it lacks nothing', async () => {
    const user = userEvent.setup();
    const does = vi.fn();
    const page = (lacks: string | false) => (
      <ChakraProvider value={system}>
        <AtHand />
        <form onSubmit={(e) => (e.preventDefault(), does())}>
          <input aria-label="Reason" />
          <Press type="submit" lacks={lacks}>
            Keep
          </Press>
        </form>
      </ChakraProvider>
    );
    const { rerender, unmount } = render(page('Write first why.'));
    await user.click(screen.getByRole('button', { name: 'Keep' }));
    expect(screen.getByRole('alert')).toHaveTextContent('Write first why.');
    // Enter in the field asks the same button.
    await user.keyboard('{Escape}');
    expect(screen.getByRole('alert')).toBeEmptyDOMElement();
    await user.type(screen.getByLabelText('Reason'), '{Enter}');
    expect(screen.getByRole('alert')).toHaveTextContent('Write first why.');
    expect(does).not.toHaveBeenCalled();
    rerender(page(false));
    await user.type(screen.getByLabelText('Reason'), '{Enter}');
    expect(does).toHaveBeenCalledOnce();
    unmount();
  });

  it('stays until it was read', async () => {
    const user = userEvent.setup();
    const read = vi.fn();
    const { unmount } = render(
      <ChakraProvider value={system}>
        <AtHand />
        <button type="button" onClick={() => sayAtHand('Two modules are in one position.', read)}>
          Move
        </button>
      </ChakraProvider>,
    );
    await user.click(screen.getByRole('button', { name: 'Move' }));
    expect(read).not.toHaveBeenCalled();
    await user.click(screen.getByRole('button', { name: 'Understood' }));
    expect(read).toHaveBeenCalledOnce();
    expect(screen.getByRole('alert')).toBeEmptyDOMElement();
    unmount();
  });
});
