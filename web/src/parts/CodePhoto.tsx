import { Text } from '@chakra-ui/react';
import { useState } from 'react';
import { ChoosePicture } from './SeePicture';

/** A photo of a code is as good as a scanner. */
export function CodePhoto({
  children,
  onCode,
}: {
  children: string;
  onCode: (code: string) => void | Promise<void>;
}) {
  const [unread, setUnread] = useState('');
  const read = async (picture: File) => {
    setUnread('');
    try {
      // What reads codes is fetched when the first one is read.
      const { codesOf } = await import('../sight/look');
      const [code] = await codesOf(picture);
      if (code === undefined) setUnread('No code is seen in it: go nearer, and hold it straight.');
      else await onCode(code);
    } catch (e) {
      setUnread(e instanceof Error ? e.message : String(e));
    }
  };
  return (
    <>
      <ChoosePicture onChosen={(picture) => void read(picture)}>{children}</ChoosePicture>
      {unread && (
        <Text role="alert" color="stop">
          {unread}
        </Text>
      )}
    </>
  );
}
