import { Dialog, Grid, Kbd, Portal, Text } from '@chakra-ui/react';
import { Fragment, useEffect, useState } from 'react';

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

/** Whether the key goes into a text that somebody types. */
export function typing(e: KeyboardEvent): boolean {
  const t = e.target as HTMLElement;
  return (
    t.isContentEditable ||
    ['TEXTAREA', 'SELECT'].includes(t.tagName) ||
    (t.tagName === 'INPUT' && !['radio', 'checkbox'].includes((t as HTMLInputElement).type))
  );
}

/** The keys of this screen, and "?" to show them. Keys never fire while somebody types; Esc leaves the field. */
export function Keys({ map }: { map: KeyMap }) {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const listener = (e: KeyboardEvent) => {
      if (typing(e) && e.key === 'Escape') {
        (e.target as HTMLElement).blur();
        return;
      }
      // While somebody types, Ctrl+Z belongs to the text.
      if (typing(e) || e.metaKey || e.altKey || (e.ctrlKey && e.key.toLowerCase() !== 'z')) return;
      if (e.key === '?') {
        setOpen((o) => !o);
        e.preventDefault();
        return;
      }
      map.find((k) => k.match?.(e))?.run?.(e);
    };
    window.addEventListener('keydown', listener);
    return () => window.removeEventListener('keydown', listener);
  }, [map]);
  return (
    <Dialog.Root open={open} onOpenChange={(e) => setOpen(e.open)}>
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="panel" color="ink">
            <Dialog.Header>
              <Dialog.Title>Keys of this screen</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body>
              <Grid templateColumns="auto 1fr" gap="2" alignItems="center">
                {[
                  ...map,
                  { keys: 'Esc', does: 'leave the field you type in' },
                  { keys: '?', does: 'show or hide these keys' },
                ].map((k) => (
                  <Fragment key={k.does}>
                    <Kbd color="ink">{k.keys}</Kbd>
                    <Text>{k.does}</Text>
                  </Fragment>
                ))}
              </Grid>
            </Dialog.Body>
            <Dialog.CloseTrigger asChild>
              <button
                type="button"
                aria-label="Close"
                style={{ position: 'absolute', right: 12, top: 8, fontSize: 24 }}
              >
                ×
              </button>
            </Dialog.CloseTrigger>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
