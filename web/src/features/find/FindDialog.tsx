import { Box, Dialog, Flex, Input, Portal, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { type KeyboardEvent, useEffect, useState } from 'react';
import { useLatest } from '../../parts/latest';
import { useNavigate } from 'react-router';
import { api, type Schemas } from '../../api/client';
import { gathered } from '../../parts/keys';
import { CodePhoto } from '../../parts/CodePhoto';

type Hit = Schemas['Hit'];

const KIND: Record<Hit['kind'], string> = { JOB: 'Job', MODULE: 'Module', MACHINE: 'Machine record' };

const ask = (text: string) => api.get<Hit[]>(`/api/find?text=${encodeURIComponent(text)}`);

/** One field for jobs, modules and machines. A hand scanner types the tag and Enter. */
export default function FindDialog({ scanned, onClose }: { scanned: string; onClose: () => void }) {
  const [text, setText] = useState(scanned);
  const [at, setAt] = useState(0);
  const navigate = useNavigate();
  const wanted = text.trim();
  const hits = useQuery({
    queryKey: ['find', wanted],
    queryFn: () => ask(wanted),
    enabled: wanted !== '',
    placeholderData: (previous) => previous,
  });
  const shown = wanted === '' ? [] : (hits.data ?? []);
  const go = (hit?: Hit) => {
    const to =
      hit?.job !== undefined
        ? `/jobs/${hit.job}`
        : hit?.machine !== undefined
          ? `/machines/${encodeURIComponent(hit.machine)}`
          : hit?.tag !== undefined
            ? `/drawer?text=${encodeURIComponent(hit.tag)}`
            : undefined;
    if (to === undefined) return;
    onClose();
    navigate(to);
  };
  // What a scanner typed is a tag: the one thing of that name is gone to at once.
  const goTo = useLatest(go);
  useEffect(() => {
    if (scanned) void ask(scanned).then((found) => goTo.current(found[0]));
  }, [scanned]);
  // Somebody types "/" and goes on: what came before the field had the focus is in it.
  const focused = () => {
    const [typed, entered] = gathered().split('\n');
    if (typed) setText((now) => now + typed);
    if (typed && entered !== undefined) void ask(typed.trim()).then((found) => goTo.current(found[0]));
  };
  const photographed = async (code: string) => {
    setText(code);
    go((await ask(code))[0]);
  };
  const keyDown = async (e: KeyboardEvent) => {
    if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
      e.preventDefault();
      setAt((now) => Math.max(0, Math.min(shown.length - 1, now + (e.key === 'ArrowDown' ? 1 : -1))));
    } else if (e.key === 'Enter') {
      // A scanner is faster than the search, and than the picture of the field: ask for exactly what stands in it.
      const typed = (e.target as HTMLInputElement).value.trim();
      if (typed !== '')
        go(typed === wanted && hits.data && !hits.isPlaceholderData ? hits.data[at] : (await ask(typed))[0]);
    }
  };
  return (
    <Dialog.Root open onOpenChange={(e) => e.open || onClose()} placement="top">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="panel" color="ink" aria-label="Find">
            <Dialog.Body pt="4">
              <Input
                aria-label="Find a job, module or machine"
                role="combobox"
                aria-expanded={shown.length > 0}
                aria-controls="found"
                aria-autocomplete="list"
                aria-activedescendant={shown[at] ? `found-${at}` : undefined}
                placeholder="Tag, part number, serial, job, machine, owner ..."
                value={text}
                onChange={(e) => {
                  setText(e.target.value);
                  setAt(0);
                }}
                onKeyDown={(e) => void keyDown(e)}
                onFocus={focused}
                autoFocus
              />
              <Flex gap="2" mt="2" align="center" wrap="wrap">
                <CodePhoto onCode={photographed}>By a photo of its code</CodePhoto>
              </Flex>
              <Box id="found" role="listbox" aria-label="Found" mt="2" maxH="60vh" overflowY="auto">
                {shown.map((hit, i) => (
                  <Box
                    key={`${hit.kind}-${hit.title}`}
                    id={`found-${i}`}
                    role="option"
                    aria-selected={i === at}
                    px="3"
                    py="2"
                    borderRadius="md"
                    bg={i === at ? 'accentSoft' : undefined}
                    cursor="pointer"
                    onClick={() => go(hit)}
                  >
                    <Flex columnGap="3" align="baseline" wrap="wrap">
                      <Text fontWeight="700" flex="1" minW="14rem">
                        {hit.title}
                      </Text>
                      <Text fontSize="sm">{hit.state}</Text>
                    </Flex>
                    <Text fontSize="sm" color="quiet" lineClamp={1}>
                      {KIND[hit.kind]}: {hit.detail}
                    </Text>
                  </Box>
                ))}
              </Box>
              {wanted !== '' && hits.data && shown.length === 0 && (
                <Text color="quiet">Nothing answers to “{wanted}”.</Text>
              )}
              {hits.isError && (
                <Text role="alert" color="stop">
                  {hits.error.message}
                </Text>
              )}
            </Dialog.Body>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
