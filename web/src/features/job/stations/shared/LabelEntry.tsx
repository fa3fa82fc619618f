import { Box, Field, Flex, Input, Text } from '@chakra-ui/react';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { LabelReadout, useLabel } from '../../../../parts/LabelReadout';
import { ChoosePicture, SeePicture } from '../../../../parts/SeePicture';

/** A label line, decoded while it is typed or pasted. What to do with a whole module is given by {@code actions}. */
export function LabelEntry({
  id,
  label,
  before,
  actions,
}: {
  id: string;
  label: string;
  /** What is said before the line. */
  before?: ReactNode;
  /** @param picture that the line was read in */
  actions: (line: string, complete: boolean, clear: () => void, picture?: File) => ReactNode;
}) {
  // A reload in the middle of typing loses nothing.
  const kept = `ridge-label-${id}`;
  const [line, setLine] = useState(() => sessionStorage.getItem(kept) ?? '');
  const [asked, setAsked] = useState(line);
  useEffect(() => {
    sessionStorage.setItem(kept, line);
    const timer = setTimeout(() => setAsked(line), 200);
    return () => clearTimeout(timer);
  }, [kept, line]);
  const [picture, setPicture] = useState<File>();
  const reading = useLabel(asked);
  const shown = line.trim() === '' ? undefined : reading.data;
  const complete = shown?.complete === true && shown.line === line;
  const decoded =
    line.trim() === '' ||
    (asked === line && !reading.isFetching && (reading.isError || reading.data?.line === line));
  // Scanners and fast hands press before the line is decoded: that is kept until then. Enter means the first button.
  const [entered, setEntered] = useState<string>();
  const buttons = useRef<HTMLDivElement>(null);
  const pressed = useRef<HTMLButtonElement>(undefined);
  useEffect(() => {
    if (decoded && entered === line) {
      setEntered(undefined);
      const first = buttons.current?.querySelector<HTMLButtonElement>('button:not(:disabled)');
      (pressed.current ?? first)?.click();
      pressed.current = undefined;
    }
  }, [decoded, entered, line]);
  return (
    <Box bg="panel" borderWidth="1px" borderColor="line" borderRadius="md" p="3">
      <Flex gap="2" align="end" wrap="wrap">
        {before}
        <Field.Root flex="1" minW="16rem">
          <Field.Label fontWeight="600">{label}</Field.Label>
          <Input
            value={line}
            onChange={(e) => (setEntered(undefined), setLine(e.target.value))}
            fontFamily="mono"
            placeholder="4GB 1Rx16 PC4-2400T-SC0-11"
            autoComplete="off"
            spellCheck={false}
            onKeyDown={(e) => {
              if (e.key !== 'Enter' || e.nativeEvent.isComposing) return;
              // Of an empty field there is nothing to take: the next Enter is the page's.
              if (line.trim() === '') e.currentTarget.blur();
              else setEntered(line);
            }}
          />
        </Field.Root>
        {/* What was typed in the meantime stays. */}
        <Flex
          ref={buttons}
          gap="2"
          wrap="wrap"
          align="end"
          onClickCapture={(e) => {
            if (decoded) return;
            e.stopPropagation();
            pressed.current = (e.target as Element).closest('button') ?? undefined;
            setEntered(line);
          }}
        >
          {actions(
            line,
            complete,
            () => {
              setLine((now) => (now === line ? '' : now));
              setPicture(undefined);
            },
            picture,
          )}
        </Flex>
        <ChoosePicture onChosen={setPicture}>From a photo</ChoosePicture>
      </Flex>
      {picture && (
        <Box mt="3">
          <SeePicture picture={picture} atOnce onLine={setLine} onClose={() => setPicture(undefined)} />
        </Box>
      )}
      {shown && <LabelReadout shown={shown} onInstead={setLine} />}
      {reading.isError && line.trim() !== '' && (
        <Text role="alert" color="stop" mt="2">
          {reading.error.message}
        </Text>
      )}
    </Box>
  );
}
