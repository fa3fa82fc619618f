import { Box, Flex, Text } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import type { Schemas } from '../api/client';
import { SlotsPicture, slotWords } from '../pictures/SlotsPicture';
import { ComboBox } from './ComboBox';

type Machine = Schemas['MachineSummary'];
const MOST = 8;

/** Machines whose name has every word that was typed; those that begin with it first. */
export function matching(machines: Machine[], typed: string): Machine[] {
  const text = typed.trim().toLowerCase();
  const words = text.split(/\s+/).filter(Boolean);
  return machines
    .filter((m) => words.every((w) => m.name.toLowerCase().includes(w)))
    .sort(
      (a, b) => Number(b.name.toLowerCase().startsWith(text)) - Number(a.name.toLowerCase().startsWith(text)),
    );
}

/** A model by typing any part of its name: a combobox (ARIA), the first hit is taken by Enter. */
export function MachinePicker({
  label,
  machines: known,
  chosen,
  onChoose,
  onUnknown,
  autoFocus,
}: {
  label: string;
  /** Undefined while they are on their way. */
  machines: Machine[] | undefined;
  chosen: string;
  onChoose: (id: string) => void;
  /** What to do with a name that no record has. */
  onUnknown?: (typed: string) => void;
  autoFocus?: boolean;
}) {
  const machines = known ?? [];
  const taken = machines.find((m) => m.id === chosen);
  const [typed, setTyped] = useState<string>();
  const text = typed ?? taken?.name ?? '';
  const hits = typed === undefined ? [] : matching(machines, typed).slice(0, MOST);
  const open = typed !== undefined && typed.trim() !== '' && !(taken && taken.name === typed);
  const take = (m: Machine) => {
    setTyped(undefined);
    onChoose(m.id);
  };
  // Whoever types faster than the records come means the record, not a new one: Enter waits for them.
  const [entered, setEntered] = useState(false);
  const decide = (marked: Machine | undefined) => {
    if (marked) take(marked);
    else onUnknown?.(text);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: it is decided once, when the records have come
  useEffect(() => {
    if (entered && known) {
      setEntered(false);
      decide(hits[0]);
    }
  }, [entered, known]);
  return (
    <ComboBox
      label={label}
      text={text}
      open={open}
      hits={hits}
      keyOf={(m) => m.id}
      show={(m) => (
        <Flex align="center" gap="3">
          <Box flex="1" minW="0">
            <Text fontWeight="700">{m.name}</Text>
            <Text fontSize="sm" color="quiet">
              {slotWords(m)}
            </Text>
          </Box>
          <SlotsPicture slots={m.slots} />
        </Flex>
      )}
      onType={(next) => {
        setTyped(next);
        if (chosen) onChoose('');
      }}
      onTake={take}
      onEnter={(marked) => (known ? decide(marked) : setEntered(true))}
      onEscape={() => setTyped(undefined)}
      placeholder="Any part of maker, model, sticker"
      autoFocus={autoFocus}
    >
      {!known && (
        <Text px="3" py="2">
          One moment …
        </Text>
      )}
      {known && hits.length === 0 && (
        <Box
          role="option"
          aria-selected="true"
          px="3"
          py="2"
          cursor={onUnknown ? 'pointer' : 'default'}
          onClick={() => onUnknown?.(text)}
        >
          {onUnknown
            ? `No record has “${text}”. Make one from its shape (Enter)`
            : `No record has “${text}”.`}
        </Box>
      )}
    </ComboBox>
  );
}
