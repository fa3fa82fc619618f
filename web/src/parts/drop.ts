import { useEffect } from 'react';
import { useLatest } from './latest';

const carriesFiles = (e: DragEvent) => e.dataTransfer?.types.includes('Files') === true;

/** A file that is dropped beside what takes it does not replace the page, and what was typed in it, by itself. */
export function guardDrops(): void {
  window.addEventListener('dragover', (e) => carriesFiles(e) && e.preventDefault());
  window.addEventListener('drop', (e) => carriesFiles(e) && e.preventDefault());
}

const GIVEN = 'zephyr-files';

/** Gives files to whatever of the page takes what is dropped on it. */
export function giveFiles(files: File[]): void {
  document.dispatchEvent(new CustomEvent(GIVEN, { detail: files }));
}

/** Files that are dropped anywhere on the page and on nothing that takes them itself; nothing happens while it is undefined. */
export function useFileDrop(take: ((files: File[]) => void) | undefined): void {
  const latest = useLatest(take);
  const wanted = take !== undefined;
  useEffect(() => {
    if (!wanted) return;
    const drop = (e: DragEvent) => {
      const files = [...(e.dataTransfer?.files ?? [])];
      if (e.defaultPrevented || files.length === 0) return;
      e.preventDefault();
      latest.current?.(files);
    };
    const given = (e: Event) => latest.current?.((e as CustomEvent<File[]>).detail);
    document.addEventListener(GIVEN, given);
    // On the document: after what takes it itself, before the guard.
    document.addEventListener('drop', drop);
    return () => {
      document.removeEventListener('drop', drop);
      document.removeEventListener(GIVEN, given);
    };
  }, [wanted]);
}
