import { useEffect, useRef, useState } from 'react';

/** The width in pixels of the box that a picture is drawn into, so that its texts keep their size. */
export function useWidth(usual: number): [React.RefObject<HTMLDivElement | null>, number] {
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(usual);
  useEffect(() => {
    if (!box.current || typeof ResizeObserver === 'undefined') return;
    const observer = new ResizeObserver(([entry]) =>
      setWidth(Math.max(280, Math.floor(entry.contentRect.width))),
    );
    observer.observe(box.current);
    return () => observer.disconnect();
  }, []);
  return [box, width];
}
