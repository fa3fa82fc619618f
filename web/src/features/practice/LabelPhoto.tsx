import { Button, Flex, Image } from '@chakra-ui/react';
import { useMemo } from 'react';
import { giveFiles } from '../../parts/drop';
import drawPicture from './drawPicture';

const bytes = (base64: string) => Uint8Array.from(atob(base64), (c) => c.charCodeAt(0));

/** The same label looks the same at each look. */
const seed = (line: string) => [...line].reduce((n, c) => (n * 31 + c.charCodeAt(0)) % 99_991, 7);

/** A label as a camera takes it. At Read it can be handed in like any picture. */
export function LabelPhoto({ line, name, reads }: { line: string; name: string; reads: boolean }) {
  const jpeg = useMemo(
    () => drawPicture({ lines: [line], kind: 'label', grade: 'tilted', seed: seed(line), headDown: false }),
    [line],
  );
  return (
    <Flex gap="3" wrap="wrap" align="center">
      <Image
        src={`data:image/jpeg;base64,${jpeg}`}
        alt={`Photo of a label, simulated: ${line}`}
        maxH="9rem"
        borderRadius="sm"
      />
      {reads && (
        <Button
          size="sm"
          variant="outline"
          onClick={() =>
            giveFiles([new File([bytes(jpeg)], `${name} (simulated).jpg`, { type: 'image/jpeg' })])
          }
        >
          Hand this photo in
        </Button>
      )}
    </Flex>
  );
}
