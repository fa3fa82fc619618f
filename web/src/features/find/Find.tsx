import { lazy, Suspense, useEffect, useState } from 'react';
import { gather, gathered, lettersOn, typing } from '../../parts/keys';

const load = () => import('./FindDialog');
const FindDialog = lazy(load);

/** "/" anywhere opens the search. Its window is fetched when the page has come to rest, so that the first load stays small. */
export function Find() {
  // Which opening it is: a new one starts afresh, also while the last is still closing.
  const [opening, setOpening] = useState<{ no: number; scanned: string }>();
  useEffect(() => {
    const show = (scanned: string) => setOpening((last) => ({ no: (last?.no ?? 0) + 1, scanned }));
    const listener = (e: globalThis.KeyboardEvent) => {
      if (e.key === '/' && lettersOn() && !typing(e)) {
        e.preventDefault();
        gather();
        show('');
      }
    };
    const asked = (e: Event) => show((e as CustomEvent<string>).detail);
    window.addEventListener('keydown', listener);
    window.addEventListener('ridge-find', asked);
    const timer = setTimeout(() => void load(), 600);
    return () => {
      clearTimeout(timer);
      window.removeEventListener('keydown', listener);
      window.removeEventListener('ridge-find', asked);
    };
  }, []);
  const close = () => {
    gathered();
    setOpening(undefined);
  };
  return opening ? (
    <Suspense fallback={null}>
      <FindDialog key={opening.no} scanned={opening.scanned} onClose={close} />
    </Suspense>
  ) : null;
}
