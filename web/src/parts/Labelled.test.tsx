import { ChakraProvider, defaultSystem } from '@chakra-ui/react';
import { act, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { TextField } from './Labelled';

/** A page whose server writes a bare number as gigabytes, as the page shows what waits until it has. */
function Page({ sent, start = '' }: { sent: string[]; start?: string }) {
  const [value, setValue] = useState(start);
  return (
    <ChakraProvider value={defaultSystem}>
      <TextField
        label="Total"
        value={value}
        onCommit={(text) => {
          sent.push(text);
          setValue(text);
          setTimeout(() => setValue(/^\d+$/.test(text) ? `${text} GB` : text), 50);
        }}
      />
      <button type="button" onClick={() => setValue('')}>
        Undo
      </button>
    </ChakraProvider>
  );
}

const field = () => screen.getByLabelText<HTMLInputElement>('Total');
const type = (text: string) => fireEvent.change(field(), { target: { value: text } });
const wait = (ms: number) => act(() => vi.advanceTimersByTime(ms));

describe('a field that is kept by itself', () => {
  beforeEach(() => vi.useFakeTimers());
  afterEach(() => vi.useRealTimers());

  it('sends a text once, also where it is kept in other words', () => {
    const sent: string[] = [];
    render(<Page sent={sent} />);
    type('2');
    for (let i = 0; i < 10; i++) wait(1000);
    expect(sent).toEqual(['2']);
    expect(field().value).toBe('2');
    fireEvent.blur(field());
    expect(sent).toEqual(['2']);
    expect(field().value).toBe('2 GB');
  });

  it('sends what is typed where the field goes before it is left', () => {
    const sent: string[] = [];
    const page = render(<Page sent={sent} />);
    type('32 GB');
    page.unmount();
    expect(sent).toEqual(['32 GB']);
    const again = render(<Page sent={sent} start="32 GB" />);
    again.unmount();
    expect(sent).toEqual(['32 GB']);
  });

  it('sends what is typed anew, the same as before too', () => {
    const sent: string[] = [];
    render(<Page sent={sent} />);
    type('16 GB');
    wait(1000);
    fireEvent.click(screen.getByText('Undo'));
    wait(5000);
    expect(sent).toEqual(['16 GB']);
    type('16 G');
    type('16 GB');
    wait(1000);
    expect(sent).toEqual(['16 GB', '16 GB']);
  });

  it('sends when it is left, and then shows what was kept', () => {
    const sent: string[] = [];
    render(<Page sent={sent} start="8 GB" />);
    type('4');
    fireEvent.blur(field());
    wait(100);
    expect(sent).toEqual(['4']);
    expect(field().value).toBe('4 GB');
  });
});
