import { Badge, Box, Button, Field, Flex, Grid, Input, Text } from '@chakra-ui/react';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { Findings } from '../../../../parts/Findings';
import { useLabel } from './api';

const ORIGIN = { PRINTED: 'printed', TABLE: 'from a table', COMPUTED: 'computed' } as const;

/** A label line, decoded while it is typed or pasted. What to do with a whole module is given by {@code actions}. */
export function LabelEntry({
  id,
  label,
  actions,
}: {
  id: string;
  label: string;
  actions: (line: string, complete: boolean, clear: () => void) => ReactNode;
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
  const reading = useLabel(asked);
  const shown = line.trim() === '' ? undefined : reading.data;
  const complete = shown?.complete === true && shown.line === line;
  // A scanner ends with Enter before the line is decoded: it is kept until then, and presses the first button.
  const [entered, setEntered] = useState<string>();
  const buttons = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (complete && entered === line) {
      setEntered(undefined);
      buttons.current?.querySelector<HTMLButtonElement>('button:not(:disabled)')?.click();
    }
  }, [complete, entered, line]);
  return (
    <Box bg="panel" borderWidth="1px" borderColor="line" borderRadius="md" p="3">
      <Flex gap="2" align="end" wrap="wrap">
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
              if (e.key === 'Enter' && !e.nativeEvent.isComposing) setEntered(line);
            }}
          />
        </Field.Root>
        {/* What was typed in the meantime stays. */}
        <Flex ref={buttons} gap="2" wrap="wrap" align="end">
          {actions(line, complete, () => setLine((now) => (now === line ? '' : now)))}
        </Flex>
      </Flex>
      {shown && (
        <Box mt="3">
          {shown.summary && (
            <Text fontWeight="700" fontSize="lg">
              {shown.summary}
            </Text>
          )}
          <Grid templateColumns={{ base: '1fr 1fr', md: 'repeat(4, 1fr)' }} gap="2" my="2" as="dl">
            {shown.values.map((v) => (
              <Box key={v.field} title={v.how}>
                <Text as="dt" fontSize="sm" color="quiet">
                  {v.name}
                </Text>
                <Text as="dd" fontWeight="600">
                  {v.value}{' '}
                  <Badge
                    bg={v.origin === 'PRINTED' ? 'accentSoft' : 'transparent'}
                    color="quiet"
                    borderWidth="1px"
                    borderColor="line"
                    fontWeight="400"
                    size="sm"
                  >
                    {ORIGIN[v.origin]}
                  </Badge>
                </Text>
              </Box>
            ))}
          </Grid>
          <Findings findings={shown.findings} />
          {shown.suggestions.length > 0 && (
            <Box as="section" aria-label="What it may say instead" mt="2">
              <Text fontWeight="600">What it may say instead, the likeliest first:</Text>
              <Flex gap="2" wrap="wrap" mt="1">
                {shown.suggestions.slice(0, 5).map((s) => (
                  <Button
                    key={s.line}
                    size="sm"
                    variant="outline"
                    color="ink"
                    fontFamily="mono"
                    fontWeight="400"
                    onClick={() => setLine(s.line)}
                  >
                    {s.line}
                    {s.density && ` (${s.density})`}
                  </Button>
                ))}
              </Flex>
            </Box>
          )}
        </Box>
      )}
      {reading.isError && line.trim() !== '' && (
        <Text role="alert" color="stop" mt="2">
          {reading.error.message}
        </Text>
      )}
    </Box>
  );
}
