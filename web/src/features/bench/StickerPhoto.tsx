import { Button, Flex, Text } from '@chakra-ui/react';
import { useEffect, useRef, useState } from 'react';
import type { Schemas } from '../../api/client';
import { ChoosePicture, pictureIn } from '../../parts/SeePicture';

type Seen = { machines: Schemas['StickerView'][]; says: string[] };

/** Which machine it is, by a photo of the sticker on its bottom: chosen where one record's whole name stands on it. */
export function StickerPhoto({ onChoose }: { onChoose: (id: string) => void }) {
  const [far, setFar] = useState<number>();
  const [seen, setSeen] = useState<Seen>();
  const [problem, setProblem] = useState('');
  const reading = useRef<AbortController>(undefined);
  const read = async (picture: File) => {
    reading.current?.abort();
    const mine = new AbortController();
    reading.current = mine;
    setSeen(undefined);
    setProblem('');
    setFar(0);
    try {
      const { stickerOf } = await import('../../sight/look');
      const found = await stickerOf(picture, setFar, mine.signal);
      if (mine.signal.aborted) return;
      setSeen(found);
      const whole = found.machines.filter((m) => m.whole);
      if (whole.length === 1) onChoose(whole[0].id);
    } catch (e) {
      if (!mine.signal.aborted) setProblem(e instanceof Error ? e.message : String(e));
    } finally {
      if (reading.current === mine) setFar(undefined);
    }
  };
  const latest = useRef(read);
  latest.current = read;
  useEffect(() => {
    const paste = (e: ClipboardEvent) => {
      const picture = pictureIn(e.clipboardData);
      if (!picture) return;
      e.preventDefault();
      void latest.current(picture);
    };
    document.addEventListener('paste', paste);
    return () => {
      document.removeEventListener('paste', paste);
      reading.current?.abort();
    };
  }, []);
  const whole = seen?.machines.filter((m) => m.whole) ?? [];
  return (
    <Flex gap="2" mt="3" align="center" wrap="wrap">
      <ChoosePicture onChosen={(picture) => void read(picture)}>By a photo of its sticker</ChoosePicture>
      {far !== undefined && (
        <>
          <Text role="status">Reading the picture … {Math.round(100 * far)} %</Text>
          <Button
            size="xs"
            variant="outline"
            color="ink"
            onClick={() => (reading.current?.abort(), setFar(undefined))}
          >
            Stop reading
          </Button>
        </>
      )}
      {problem && (
        <Text role="alert" color="stop">
          {problem}
        </Text>
      )}
      {seen && whole.length === 1 && (
        <Text role="status" color="good">
          ✓ Its sticker says {whole[0].name}
        </Text>
      )}
      {seen && whole.length !== 1 && seen.machines.length > 0 && (
        <>
          <Text role="status">Its sticker may say:</Text>
          {seen.machines.map((m) => (
            <Button key={m.id} size="sm" variant="outline" color="ink" onClick={() => onChoose(m.id)}>
              {m.name}
            </Button>
          ))}
        </>
      )}
      {seen && seen.machines.length === 0 && (
        <Text role="status" overflowWrap="anywhere">
          {seen.says.length === 0
            ? 'Nothing is read on it: go nearer, and hold it out of reflections.'
            : `No record's name is seen on it. It says: ${seen.says.slice(0, 6).join(' · ')}`}
        </Text>
      )}
    </Flex>
  );
}
