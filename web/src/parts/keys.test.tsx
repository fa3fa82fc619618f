import { ChakraProvider, defaultSystem } from '@chakra-ui/react';
import { fireEvent, render, screen } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { Keys, onControl } from './keys';

function page(press: () => void, lead: () => void) {
  render(
    <ChakraProvider value={defaultSystem}>
      <Keys
        map={[
          {
            keys: 'Enter',
            does: 'what comes next',
            match: (e) => e.key === 'Enter' && !onControl(e),
            run: lead,
          },
        ]}
      />
      <button type="button" onClick={press}>
        Nothing at all
      </button>
      <div role="dialog">
        <button type="button">Close</button>
      </div>
    </ChakraProvider>,
  );
}

describe('Enter', () => {
  it("is the page's after a press by pointer, and the button's by keyboard", () => {
    const press = vi.fn();
    const lead = vi.fn();
    page(press, lead);
    const button = screen.getByRole('button', { name: 'Nothing at all' });
    button.focus();
    fireEvent.click(button, { detail: 1 });
    expect(press).toHaveBeenCalledTimes(1);
    expect(document.activeElement).not.toBe(button);
    fireEvent.keyDown(document.activeElement ?? document.body, { key: 'Enter' });
    expect(lead).toHaveBeenCalledTimes(1);
    button.focus();
    // A press by keyboard arrives as a click without a pointer.
    fireEvent.click(button, { detail: 0 });
    expect(document.activeElement).toBe(button);
    fireEvent.keyDown(button, { key: 'Enter' });
    expect(lead).toHaveBeenCalledTimes(1);
  });

  it('stays inside a dialog', () => {
    page(vi.fn(), vi.fn());
    const inside = screen.getByRole('button', { name: 'Close' });
    inside.focus();
    fireEvent.click(inside, { detail: 1 });
    expect(document.activeElement).toBe(inside);
  });
});
