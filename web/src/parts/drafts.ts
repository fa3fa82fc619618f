import { useEffect, useState } from 'react';

/** What is typed and not yet kept, in the browser's store, so that a change of station or a reload does not lose it. */
const PREFIX = 'ridge-draft:';

export function readDraft(key: string | undefined): string | undefined {
  try {
    return key ? (localStorage.getItem(PREFIX + key) ?? undefined) : undefined;
  } catch {
    return undefined;
  }
}

export function writeDraft(key: string | undefined, text: string | undefined) {
  if (!key) return;
  try {
    if (text === undefined) localStorage.removeItem(PREFIX + key);
    else localStorage.setItem(PREFIX + key, text);
  } catch {
    // A full store keeps no draft; the text stays in the field as long as the page does.
  }
}

/** A text that is only somebody's until it is sent. */
export function useKeptText(key: string, initial: string): [string, (text: string) => void] {
  // With the key it was typed under: what was typed for one is never another's.
  const [kept, setKept] = useState(() => ({ key, text: readDraft(key) ?? initial }));
  const text = kept.key === key ? kept.text : (readDraft(key) ?? initial);
  useEffect(() => {
    writeDraft(key, text === initial ? undefined : text);
  }, [key, text, initial]);
  return [text, (next) => setKept({ key, text: next })];
}
