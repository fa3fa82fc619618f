import { Box } from '@chakra-ui/react';
import {
  createContext,
  type PointerEvent as ReactPointerEvent,
  type ReactNode,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
} from 'react';
import { useLatest } from './latest';

/** What is dragged: an id of its own, words to show at the pointer, and what the page makes of it. */
export type Held = { id: string; text: string };

type State = {
  held?: Held;
  /** Where it would land now. */
  over?: string;
  take: (e: ReactPointerEvent, what: Held) => void;
};

/** A pointer that moved less has pressed, not dragged. */
const LEAST_PX = 6;
/** This near the upper or lower edge the page follows. */
const EDGE_PX = 48;

const Context = createContext<State>({ take: () => {} });

/**
 * Things dragged by pointer onto places. Where it is let go is asked of the page at that very moment, not of what was last drawn: on
 * a busy machine the pointer is long at its place before the page has drawn that it was taken up, and a drag must not get lost for
 * that. By keyboard things are placed otherwise; this is the pointer's way.
 */
export function DragArea({
  onDrop,
  children,
}: {
  onDrop: (what: Held, place: string) => void;
  children: ReactNode;
}) {
  const [held, setHeld] = useState<Held>();
  const [over, setOver] = useState<string>();
  const drop = useLatest(onDrop);
  const overlay = useRef<HTMLDivElement>(null);
  const at = useRef({ x: 0, y: 0 });
  const end = useRef(() => {});
  useEffect(() => () => end.current(), []);

  const state = useMemo<State>(
    () => ({
      held,
      over,
      take: (down, what) => {
        if (!down.isPrimary || down.button !== 0) return;
        end.current();
        const from = { x: down.clientX, y: down.clientY };
        let dragged = false;
        let scrolling = 0;
        const follow = (e: PointerEvent) => {
          at.current = { x: e.clientX, y: e.clientY };
          if (overlay.current) overlay.current.style.transform = shift(at.current);
        };
        const begin = (e: PointerEvent) => {
          dragged ||= Math.hypot(e.clientX - from.x, e.clientY - from.y) >= LEAST_PX;
          return dragged;
        };
        const scroll = () => {
          const { x, y } = at.current;
          window.scrollBy(0, y < EDGE_PX ? -12 : y > window.innerHeight - EDGE_PX ? 12 : 0);
          setOver(placeAt(x, y));
          scrolling = requestAnimationFrame(scroll);
        };
        const move = (e: PointerEvent) => {
          if (e.pointerId !== down.pointerId || !begin(e)) return;
          follow(e);
          setHeld(what);
          setOver(placeAt(e.clientX, e.clientY));
          scrolling ||= requestAnimationFrame(scroll);
        };
        const up = (e: PointerEvent) => {
          if (e.pointerId !== down.pointerId) return;
          const landed = begin(e) ? placeAt(e.clientX, e.clientY) : undefined;
          end.current();
          if (dragged) swallowClick();
          if (landed) drop.current(what, landed);
        };
        const cancel = (e: Event) => {
          if (!(e instanceof KeyboardEvent) || e.key === 'Escape') end.current();
        };
        const still = (e: Event) => e.preventDefault();
        const listeners: [string, (e: never) => void][] = [
          ['pointermove', move],
          ['pointerup', up],
          ['pointercancel', cancel],
          ['keydown', cancel],
          ['blur', cancel],
          // Text is not marked, and no picture is dragged, by what drags a module.
          ['selectstart', still],
          ['dragstart', still],
        ];
        for (const [type, listener] of listeners) window.addEventListener(type, listener as EventListener);
        end.current = () => {
          for (const [type, listener] of listeners)
            window.removeEventListener(type, listener as EventListener);
          cancelAnimationFrame(scrolling);
          setHeld(undefined);
          setOver(undefined);
          end.current = () => {};
        };
      },
    }),
    [held, over],
  );

  return (
    <Context.Provider value={state}>
      {children}
      {held && (
        <Box
          ref={overlay}
          aria-hidden="true"
          style={{ transform: shift(at.current) }}
          position="fixed"
          top="0"
          left="0"
          zIndex="overlay"
          pointerEvents="none"
          bg="accentSoft"
          borderWidth="2px"
          borderColor="accent"
          borderRadius="sm"
          px="3"
          py="2"
          fontWeight="700"
          width="fit-content"
        >
          {held.text}
        </Box>
      )}
    </Context.Provider>
  );
}

/** For what can be dragged: what to do when a pointer goes down on it, and whether it is being dragged. */
export function useDrag(what: Held) {
  const { held, take } = useContext(Context);
  return { onPointerDown: (e: ReactPointerEvent) => take(e, what), isDragging: held?.id === what.id };
}

/** For a place: whether what is dragged would land here. The place itself carries {@code data-drop} with its name. */
export function useIsOver(place: string) {
  return useContext(Context).over === place;
}

function placeAt(x: number, y: number): string | undefined {
  for (const element of document.elementsFromPoint(x, y)) {
    const place = element.closest('[data-drop]')?.getAttribute('data-drop');
    if (place) return place;
  }
  return undefined;
}

function shift({ x, y }: { x: number; y: number }): string {
  return `translate(${x + 10}px, ${y + 6}px)`;
}

/** The press that ends a drag is no press on what lies there. */
function swallowClick() {
  const click = (e: MouseEvent) => {
    // A click without a pointer (Enter on a button) has a detail of 0 and is meant.
    if (e.detail > 0) e.stopPropagation();
    done();
  };
  const done = () => {
    window.removeEventListener('click', click, true);
    window.removeEventListener('pointerdown', done, true);
  };
  window.addEventListener('click', click, true);
  window.addEventListener('pointerdown', done, true);
}
