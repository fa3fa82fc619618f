import { Box, Button, type ButtonProps, Flex, Portal, Text } from '@chakra-ui/react';
import { type MouseEvent, useEffect, useLayoutEffect, useRef, useState } from 'react';

type Said = { message: string; onRead?: () => void; tone?: 'stop' | 'accent' };
type Place = { left: number; top: number };

const WIDTH = 360;
const GAP = 6;

// Where the hand was last: what was pressed, or where something was let go.
let hand: Element | undefined;
let listener: ((said: Said) => void) | undefined;

/** Says something beside what was pressed last, where it is seen; {@code onRead} when it was read. */
export function sayAtHand(message: string, onRead?: () => void, tone: Said['tone'] = 'stop'): void {
  listener?.({ message, onRead, tone });
}

/** Under what was pressed, within the page; where that is gone or was nothing, at the top of what is seen. */
function beside(): Place {
  const at = hand?.isConnected ? hand.getBoundingClientRect() : undefined;
  const most = Math.max(GAP, document.documentElement.clientWidth - WIDTH - GAP);
  if (!at || at.width === 0) return { left: most, top: window.scrollY + 60 };
  return {
    left: Math.max(GAP, Math.min(at.left, most)) + window.scrollX,
    top: at.bottom + GAP + window.scrollY,
  };
}

/** The one place of a page from which refusals are said where the hand is, and to who hears the page. */
export function AtHand() {
  // What was refused stays until it is read; once something else is pressed it lies in a corner, out of the way.
  const [said, setSaid] = useState<Said & Place & { aside: boolean }>();
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const presses = (e: Event) => {
      const t = e.target instanceof Element ? e.target : undefined;
      if (!t || t.closest('[data-at-hand]')) return;
      hand = t.closest('button, a, label, [role]') ?? t;
      if (e.type !== 'pointerup') setSaid((s) => (s?.onRead ? { ...s, aside: true } : undefined));
    };
    listener = (next) => setSaid({ ...next, ...beside(), aside: false });
    window.addEventListener('click', presses, true);
    window.addEventListener('drop', presses, true);
    window.addEventListener('pointerup', presses, true);
    return () => {
      listener = undefined;
      window.removeEventListener('click', presses, true);
      window.removeEventListener('drop', presses, true);
      window.removeEventListener('pointerup', presses, true);
    };
  }, []);
  const read = () => {
    said?.onRead?.();
    setSaid(undefined);
  };
  useEffect(() => {
    if (!said) return;
    const closes = (e: KeyboardEvent) => {
      if (e.key === 'Escape') read();
    };
    window.addEventListener('keydown', closes);
    return () => window.removeEventListener('keydown', closes);
  });
  useLayoutEffect(() => {
    if (said && !said.aside) box.current?.scrollIntoView({ block: 'nearest' });
  }, [said]);
  return (
    <Portal>
      <Box
        ref={box}
        role="alert"
        data-at-hand
        position={said?.aside ? 'fixed' : 'absolute'}
        zIndex="popover"
        pointerEvents="none"
        style={said && (said.aside ? { right: GAP, bottom: GAP } : { left: said.left, top: said.top })}
        width={said ? `min(${WIDTH}px, calc(100vw - ${2 * GAP}px))` : undefined}
        scrollMarginTop="64px"
        scrollMarginBottom="12px"
      >
        {said && (
          <Flex
            bg="panel"
            color="ink"
            borderWidth="1px"
            borderColor="edge"
            borderLeftWidth="4px"
            borderLeftColor={said.tone}
            borderRadius="md"
            boxShadow="md"
            p="3"
            gap="3"
            align="start"
          >
            <Text flex="1">{said.message}</Text>
            <Button size="xs" minH="2rem" variant="outline" color="ink" pointerEvents="auto" onClick={read}>
              Understood
            </Button>
          </Flex>
        )}
      </Box>
    </Portal>
  );
}

/** A button that is never mute: what it lacks is said where it is pressed, instead of nothing happening. */
export function Press({ lacks, onClick, ...button }: ButtonProps & { lacks?: string | false }) {
  return (
    <Button
      {...button}
      aria-disabled={lacks ? true : undefined}
      opacity={lacks ? 0.6 : undefined}
      onClick={(e: MouseEvent<HTMLButtonElement>) => {
        if (!lacks) return onClick?.(e);
        e.preventDefault();
        sayAtHand(lacks, undefined, 'accent');
      }}
    />
  );
}
