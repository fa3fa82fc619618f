import { ChakraProvider } from '@chakra-ui/react';
import { act, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { system } from '../theme/system';
import { DragArea, useDrag, useIsOver } from './drag';

function Chip({ onPress }: { onPress: () => void }) {
  const drag = useDrag({ id: 'm1', text: '8 GB' });
  return (
    <button type="button" onPointerDown={drag.onPointerDown} onClick={onPress} aria-pressed={drag.isDragging}>
      chip
    </button>
  );
}

function Place() {
  return <p data-drop="b">{useIsOver('b') ? 'here' : 'place'}</p>;
}

function show() {
  const onDrop = vi.fn();
  const onPress = vi.fn();
  render(
    <ChakraProvider value={system}>
      <DragArea onDrop={onDrop}>
        <Chip onPress={onPress} />
        <Place />
      </DragArea>
    </ChakraProvider>,
  );
  // jsdom has no layout: everything right of 100 is the place.
  document.elementsFromPoint = (x: number) =>
    x >= 100 ? [document.querySelector('[data-drop]') as Element] : [document.body];
  const chip = screen.getByRole('button', { name: 'chip' });
  const send = (type: string, x: number, target: EventTarget = window) =>
    target.dispatchEvent(
      new PointerEvent(type, { bubbles: true, clientX: x, clientY: 5, isPrimary: true, pointerId: 1 }),
    );
  return { onDrop, onPress, chip, send };
}

describe('dragging', () => {
  afterEach(() => {
    Reflect.deleteProperty(document, 'elementsFromPoint');
  });

  it('lands where it is let go, though nothing was drawn since it was taken up', () => {
    const { onDrop, chip, send } = show();
    act(() => {
      send('pointerdown', 0, chip);
      send('pointerup', 120);
    });
    expect(onDrop).toHaveBeenCalledExactlyOnceWith({ id: 'm1', text: '8 GB' }, 'b');
  });

  it('shows what is held and where it would land, and Escape lets it go', () => {
    const { onDrop, chip, send } = show();
    act(() => void send('pointerdown', 0, chip));
    act(() => void send('pointermove', 120));
    expect(screen.getByText('here')).toBeInTheDocument();
    expect(screen.getByText('8 GB')).toBeInTheDocument();
    expect(chip).toHaveAttribute('aria-pressed', 'true');
    act(() => void window.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape' })));
    expect(screen.getByText('place')).toBeInTheDocument();
    act(() => void send('pointerup', 120));
    expect(onDrop).not.toHaveBeenCalled();
  });

  it('a press is no drag, and the press that ends a drag presses nothing', () => {
    const { onDrop, onPress, chip, send } = show();
    const press = () =>
      act(() => void chip.dispatchEvent(new MouseEvent('click', { bubbles: true, detail: 1 })));
    act(() => {
      send('pointerdown', 0, chip);
      send('pointerup', 3);
    });
    press();
    expect(onPress).toHaveBeenCalledTimes(1);
    act(() => {
      send('pointerdown', 0, chip);
      send('pointerup', 50);
    });
    press();
    expect(onPress).toHaveBeenCalledTimes(1);
    press();
    expect(onPress).toHaveBeenCalledTimes(2);
    expect(onDrop).not.toHaveBeenCalled();
  });
});
