import { lazy, Suspense, useEffect, useState } from 'react';
import { useLatest } from './latest';

// Fetched when somebody asks for the keys.
const KeysDialog = lazy(() => import('./KeysDialog'));

export type KeyMap = {
  keys: string;
  does: string;
  run?: (e: KeyboardEvent) => void;
  match?: (e: KeyboardEvent) => boolean;
}[];

/** What every page understands; those with nothing of their own show this. */
export const EVERYWHERE: KeyMap = [
  { keys: '/', does: 'find a job, module or machine' },
  { keys: 'Esc', does: 'leave a field' },
];

const LETTERS_OFF = 'ridge-letters-off';
/** Keys that come faster than a hand types belong to a scanner. */
const BURST_MS = 45;
const LEAST_SCAN = 4;

/** Whether keys of one letter do anything (WCAG 2.1.4: they can be switched off). */
export function lettersOn(): boolean {
  return localStorage.getItem(LETTERS_OFF) === null;
}

export function switchLetters(on: boolean): void {
  if (on) localStorage.removeItem(LETTERS_OFF);
  else localStorage.setItem(LETTERS_OFF, 'off');
}

/** Asks for what belongs to the whole page, from a button: the search, or the list of keys. */
export function ask(what: 'find' | 'keys', text = ''): void {
  window.dispatchEvent(new CustomEvent(`ridge-${what}`, { detail: text }));
}

/** A scan goes to the field on this page that wants one, else to the search. */
function scanned(text: string): void {
  const wanted = !window.dispatchEvent(new CustomEvent('ridge-scan', { detail: text, cancelable: true }));
  if (!wanted) ask('find', text);
}

/** @param take what was scanned while nobody typed; true where it is for this field */
export function useScan(take: (text: string) => boolean): void {
  const latest = useLatest(take);
  useEffect(() => {
    const listener = (e: Event) => {
      if (!e.defaultPrevented && latest.current((e as CustomEvent<string>).detail)) e.preventDefault();
    };
    window.addEventListener('ridge-scan', listener);
    return () => window.removeEventListener('ridge-scan', listener);
  }, []);
}

// Keys that came after the search was asked for and before its field had the focus; Enter is kept as a line break.
let gathering: string | undefined;

/** From now on keys belong to the search, whose field is still on its way. */
export function gather(): void {
  gathering = '';
}

/** The search's field has the focus: what was typed on the way to it. */
export function gathered(): string {
  const typed = gathering ?? '';
  gathering = undefined;
  return typed;
}

/** Whether the key goes into a text that somebody types. */
export function typing(e: KeyboardEvent): boolean {
  const t = e.target as HTMLElement;
  return (
    t.isContentEditable ||
    ['TEXTAREA', 'SELECT'].includes(t.tagName) ||
    (t.tagName === 'INPUT' && !['radio', 'checkbox'].includes((t as HTMLInputElement).type))
  );
}

/** Whether Enter belongs to what has the focus: a button, a link, a picture's module. */
export function onControl(e: KeyboardEvent): boolean {
  const t = e.target;
  return (
    t instanceof Element && t.closest('button, a, summary, input, [role], [tabindex]:not(main)') !== null
  );
}

const isLetter = (e: KeyboardEvent) =>
  e.key.length === 1 && !e.ctrlKey && e.key !== ' ' && e.key !== '?' && e.key !== '/';

/**
 * What was pressed, ticked or chosen by pointer keeps no focus: Enter and Space are the page's again, and never press it once more. Whoever works by
 * keyboard goes on from it with Tab. In dialogs and menus the focus stays inside.
 */
function letsGo(e: MouseEvent): void {
  const pressed = e.target instanceof Element ? e.target.closest('button, label, input') : null;
  if (e.detail === 0 || !pressed || pressed.closest('[role="dialog"], [role="alertdialog"], [role="menu"]'))
    return;
  if (pressed instanceof HTMLButtonElement) pressed.blur();
  // What is ticked or chosen by its words has the focus a moment later.
  else
    setTimeout(() => {
      const at = document.activeElement;
      if (at instanceof HTMLInputElement && ['radio', 'checkbox'].includes(at.type)) at.blur();
    });
}

/**
 * The keys of this screen, and "?" to show them. Keys never fire while somebody types; Esc leaves the field. A fast burst of keys ended by
 * Enter is a scan: it goes to a field that wants one, or to the search, and never to keys or buttons.
 */
export function Keys({ map }: { map: KeyMap }) {
  const [open, setOpen] = useState(false);
  // A scan that began before a page was drawn anew goes on after it.
  const now = useLatest(map);
  useEffect(() => {
    let burst = '';
    let last = -1000;
    let waiting: ReturnType<typeof setTimeout> | undefined;
    const listener = (e: KeyboardEvent) => {
      if (e.key === 'Escape') gathering = undefined;
      if (typing(e) && e.key === 'Escape') {
        (e.target as HTMLElement).blur();
        return;
      }
      if (gathering !== undefined && !typing(e) && !e.ctrlKey && (e.key.length === 1 || e.key === 'Enter')) {
        e.preventDefault();
        e.stopPropagation();
        gathering += e.key === 'Enter' ? '\n' : e.key;
        return;
      }
      // While somebody types, Ctrl+Z belongs to the text.
      if (typing(e) || e.metaKey || e.altKey || (e.ctrlKey && e.key.toLowerCase() !== 'z')) return;
      if (e.key === 'Enter' && burst.length >= LEAST_SCAN && e.timeStamp - last < 2 * BURST_MS) {
        e.preventDefault();
        e.stopPropagation();
        clearTimeout(waiting);
        scanned(burst);
        burst = '';
        return;
      }
      if (e.key === '?' && lettersOn()) {
        setOpen((o) => !o);
        e.preventDefault();
        return;
      }
      if (!isLetter(e)) {
        if (e.key !== 'Shift') burst = '';
        now.current.find((k) => k.match?.(e))?.run?.(e);
        return;
      }
      // One letter alone is a key; whether it is alone shows a moment later.
      burst = e.timeStamp - last < BURST_MS ? burst + e.key : e.key;
      last = e.timeStamp;
      clearTimeout(waiting);
      const hit = lettersOn() ? now.current.find((k) => k.match?.(e)) : undefined;
      if (burst.length === 1 && hit) waiting = setTimeout(() => hit.run?.(e), BURST_MS);
    };
    const show = () => setOpen(true);
    window.addEventListener('keydown', listener, true);
    window.addEventListener('ridge-keys', show);
    window.addEventListener('click', letsGo);
    return () => {
      window.removeEventListener('click', letsGo);
      clearTimeout(waiting);
      window.removeEventListener('keydown', listener, true);
      window.removeEventListener('ridge-keys', show);
    };
  }, []);
  return open ? (
    <Suspense fallback={null}>
      <KeysDialog map={map} onClose={() => setOpen(false)} />
    </Suspense>
  ) : null;
}
