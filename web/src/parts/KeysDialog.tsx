import { Dialog, Grid, Kbd, Portal, Text } from '@chakra-ui/react';
import { Fragment } from 'react';
import { type KeyMap, lettersOn } from './keys';

/** The keys of a screen. */
export default function KeysDialog({ map, onClose }: { map: KeyMap; onClose: () => void }) {
  return (
    <Dialog.Root open onOpenChange={(e) => e.open || onClose()}>
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="panel" color="ink">
            <Dialog.Header>
              <Dialog.Title>Keys of this screen</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body>
              {!lettersOn() && (
                <Text mb="3">Keys of one letter are switched off; the menu at the top switches them on.</Text>
              )}
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
