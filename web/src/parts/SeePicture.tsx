import { Box, Button, Flex, Progress, Stack, Text } from '@chakra-ui/react';
import { useEffect, useRef, useState } from 'react';
import { useLatest } from './latest';
import type { Sight } from '../sight/look';
import { ChooseFile } from './ChooseFile';
import { cut, FramedPicture } from './FramedPicture';

/** What can be looked at. */
export function isPicture(file: Blob): boolean {
  return file.type.startsWith('image/');
}

/** The picture among what was pasted or dropped. */
export function pictureIn(data: DataTransfer | null): File | undefined {
  return [...(data?.files ?? [])].find(isPicture);
}

/** A picture that is at hand, or one that is taken now. */
export function ChoosePicture({
  children,
  onChosen,
}: {
  children: string;
  onChosen: (picture: File) => void;
}) {
  return (
    <>
      <ChooseFile what="Photo or screenshot" accept="image/*" onChosen={([picture]) => onChosen(picture)}>
        {children}
      </ChooseFile>
      <ChooseFile
        what="Photo from the camera"
        accept="image/*"
        camera
        display="none"
        css={{ '@media (pointer: coarse)': { display: 'inline-flex' } }}
        onChosen={([picture]) => onChosen(picture)}
      >
        Camera
      </ChooseFile>
    </>
  );
}

/**
 * A photo or screenshot being read: how far it is, what was seen where, and what to do with it.
 *
 * @param take what the button says that takes a line
 * @param atOnce what leaves no doubt is taken without a press
 */
export function SeePicture({
  picture,
  take = 'Take it',
  atOnce = false,
  onLine,
  onText,
  onCode,
  onClose,
}: {
  picture: Blob;
  take?: string;
  atOnce?: boolean;
  onLine: (line: string) => void;
  onText?: (text: string) => void;
  /** A code's text is wanted as a serial number. */
  onCode?: (code: string) => void;
  onClose: () => void;
}) {
  const [part, setPart] = useState<Blob>(picture);
  const [sight, setSight] = useState<Sight>();
  const [far, setFar] = useState(0);
  const [problem, setProblem] = useState('');
  const [took, setTook] = useState(false);
  const [url, setUrl] = useState('');
  const taken = useLatest({ onLine, onText, atOnce });
  const panel = useRef<HTMLElement>(null);
  useEffect(() => {
    setPart(picture);
    // On a phone it stands below what it was chosen in.
    panel.current?.scrollIntoView?.({ block: 'nearest' });
  }, [picture]);
  useEffect(() => {
    const shown = URL.createObjectURL(part);
    setUrl(shown);
    return () => URL.revokeObjectURL(shown);
  }, [part]);
  useEffect(() => {
    const cancelled = new AbortController();
    setSight(undefined);
    setProblem('');
    setTook(false);
    setFar(0);
    // All that reads pictures is fetched when the first one is read.
    import('../sight/look')
      .then(({ look }) => look(part, setFar, cancelled.signal))
      .then((seen) => {
        if (cancelled.signal.aborted) return;
        setSight(seen);
        const { onLine, onText, atOnce } = taken.current;
        const [only, ...others] = seen.labels;
        const line = others.length === 0 && only?.doubtful.length === 0 ? only.lines[0] : '';
        if (!atOnce) return;
        if (line !== '') onLine(line);
        else if (!only && seen.text !== '' && onText) onText(seen.text);
        else return;
        setTook(true);
      })
      .catch((e) => !cancelled.signal.aborted && setProblem(e instanceof Error ? e.message : String(e)));
    return () => cancelled.abort();
  }, [part]);
  return (
    <Box
      as="section"
      ref={panel}
      aria-label="What the picture shows"
      bg="panel"
      borderWidth="1px"
      borderColor="line"
      borderRadius="md"
      p="3"
    >
      <Flex gap="4" wrap="wrap" align="start">
        <Box flex="1 1 14rem" maxW="28rem">
          <FramedPicture url={url} sight={sight} onPart={(frame) => void cut(part, frame).then(setPart)} />
          <Flex gap="2" mt="2" wrap="wrap">
            <Button
              size="xs"
              variant="outline"
              color="ink"
              onClick={() => void cut(part, undefined).then(setPart)}
            >
              Turn
            </Button>
            {part !== picture && (
              <Button size="xs" variant="outline" color="ink" onClick={() => setPart(picture)}>
                Whole picture
              </Button>
            )}
            <Button size="xs" variant="outline" color="ink" onClick={onClose}>
              {sight || problem ? 'Put it away' : 'Stop reading'}
            </Button>
          </Flex>
        </Box>
        <Stack flex="2 1 16rem" gap="3" minW="0">
          {problem ? (
            <Text role="alert" color="stop">
              {problem}
            </Text>
          ) : !sight ? (
            <Progress.Root value={Math.round(100 * far)} aria-label="Reading the picture">
              <Text mb="1">Reading the picture …</Text>
              <Progress.Track>
                <Progress.Range />
              </Progress.Track>
            </Progress.Root>
          ) : (
            <>
              <Found
                sight={sight}
                take={take}
                took={took}
                onLine={(line) => (setTook(true), onLine(line))}
                onText={onText && ((text) => (setTook(true), onText(text)))}
              />
              {sight.codes.map((code) => (
                <Flex key={code} gap="2" align="center" wrap="wrap">
                  <Text overflowWrap="anywhere">
                    A code in it says <b>{code}</b>
                  </Text>
                  {onCode && (
                    <Button size="xs" variant="outline" color="ink" onClick={() => onCode(code)}>
                      It is the serial
                    </Button>
                  )}
                </Flex>
              ))}
            </>
          )}
        </Stack>
      </Flex>
    </Box>
  );
}

function Found({
  sight,
  take,
  took,
  onLine,
  onText,
}: {
  sight: Sight;
  take: string;
  took: boolean;
  onLine: (line: string) => void;
  onText?: (text: string) => void;
}) {
  if (sight.labels.length === 0)
    return sight.text === '' ? (
      <Box role="status">
        <Text>
          Nothing that can be used is read in it. Go nearer, hold it straight and out of reflections; or draw
          a frame around the label.
        </Text>
        <LeftOut lines={sight.leftOut} />
      </Box>
    ) : (
      <Box role="status">
        <Text>No module's label is seen in it. It says:</Text>
        <Text
          fontFamily="mono"
          whiteSpace="pre-wrap"
          overflowWrap="anywhere"
          maxH="12rem"
          overflowY="auto"
          my="1"
        >
          {sight.text}
        </Text>
        <LeftOut lines={sight.leftOut} />
        {took ? (
          <Text color="good">✓ taken</Text>
        ) : (
          onText && (
            <Button mt="1" onClick={() => onText(sight.text)}>
              Take these words
            </Button>
          )
        )}
      </Box>
    );
  return sight.labels.map((l, i) => (
    <Box key={l.lines[0] + String(i)} role="group" aria-label={`Label ${i + 1} in the picture`}>
      <Text color="quiet">{sight.labels.length > 1 ? `Label ${i + 1}` : 'A module’s label'}</Text>
      <Text fontFamily="mono" fontWeight="700" fontSize="lg" overflowWrap="anywhere" role="status">
        {l.lines[0]}
      </Text>
      {l.doubtful.length > 0 && (
        <Text color="risk">Hold against the sticker: {l.doubtful.join(', ')}. Which is it?</Text>
      )}
      <Flex gap="2" wrap="wrap" mt="1">
        {took && sight.labels.length === 1 && l.doubtful.length === 0 ? (
          <Text color="good">✓ taken</Text>
        ) : (
          <Button onClick={() => onLine(l.lines[0])}>
            {l.doubtful.length > 0 ? `${take}: as above` : take}
          </Button>
        )}
        {l.doubtful.length > 0 &&
          l.lines.slice(1).map((other) => (
            <Button
              key={other}
              variant="outline"
              color="ink"
              fontFamily="mono"
              fontWeight="400"
              onClick={() => onLine(other)}
            >
              {other}
            </Button>
          ))}
      </Flex>
    </Box>
  ));
}

/** What was seen and is not taken: it may be misread. */
function LeftOut({ lines }: { lines: string[] }) {
  if (lines.length === 0) return null;
  return (
    <Text color="quiet" fontSize="sm" overflowWrap="anywhere">
      Left out, since it may be misread: {lines.slice(0, 8).join(' · ')}
      {lines.length > 8 && ` and ${lines.length - 8} lines more`}
    </Text>
  );
}
