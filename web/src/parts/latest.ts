import { type RefObject, useLayoutEffect, useRef } from 'react';

/** What the last render had, for listeners and timers that outlive a render; read it there, never while rendering. */
export function useLatest<T>(value: T): RefObject<T> {
  const latest = useRef(value);
  useLayoutEffect(() => {
    latest.current = value;
  });
  return latest;
}
