import { Box, Input, Text } from '@chakra-ui/react';
import { type KeyboardEvent, useEffect, useId, useState } from 'react';
import type { Schemas } from '../api/client';

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
  const id = useId();
  const machines = known ?? [];
  const taken = machines.find((m) => m.id === chosen);
  const [typed, setTyped] = useState<string>();
  const [at, setAt] = useState(0);
  const text = typed ?? taken?.name ?? '';
  const hits = typed === undefined ? [] : matching(machines, typed).slice(0, MOST);
  const open = typed !== undefined && typed.trim() !== '' && !(taken && taken.name === typed);
  const take = (m: Machine) => {
    onChoose(m.id);
    setTyped(undefined);
    setAt(0);
  };
  // Whoever types faster than the records come means the record, not a new one: Enter waits for them.
  const [entered, setEntered] = useState(false);
  const decide = () => {
    if (hits[at]) take(hits[at]);
    else onUnknown?.(text);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: it is decided once, when the records have come
  useEffect(() => {
    if (entered && known) {
      setEntered(false);
      decide();
    }
  }, [entered, known]);
  const key = (e: KeyboardEvent) => {
    if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
      e.preventDefault();
      setAt((n) => Math.max(0, Math.min(hits.length - 1, n + (e.key === 'ArrowDown' ? 1 : -1))));
    } else if (e.key === 'Enter' && open) {
      e.preventDefault();
      if (known) decide();
      else setEntered(true);
    } else if (e.key === 'Escape') {
      setTyped(undefined);
    }
  };
  return (
    <Box position="relative">
      <label htmlFor={id}>
        <Text fontWeight="600">{label}</Text>
      </label>
      <Input
        id={id}
        role="combobox"
        aria-expanded={open}
        aria-controls={`${id}-list`}
        aria-autocomplete="list"
        aria-activedescendant={open && hits[at] ? `${id}-${at}` : undefined}
        autoComplete="off"
        autoFocus={autoFocus}
        placeholder="Any part of maker, model, sticker"
        value={text}
        onChange={(e) => {
          setTyped(e.target.value);
          setAt(0);
          if (chosen) onChoose('');
        }}
        onKeyDown={key}
      />
      {open && (
        <Box
          id={`${id}-list`}
          role="listbox"
          aria-label={label}
          position="absolute"
          zIndex="dropdown"
          width="full"
          minW="20rem"
          bg="panel"
          borderWidth="1px"
          borderColor="edge"
          borderRadius="md"
          boxShadow="md"
          mt="1"
        >
          {hits.map((m, i) => (
            <Box
              key={m.id}
              id={`${id}-${i}`}
              role="option"
              aria-selected={i === at}
              px="3"
              py="2"
              bg={i === at ? 'accentSoft' : undefined}
              cursor="pointer"
              onMouseDown={(e) => e.preventDefault()}
              onClick={() => take(m)}
            >
              <Text fontWeight="700">{m.name}</Text>
              <Text fontSize="sm" color="quiet">
                {m.generation}, {m.sockets} {m.sockets === 1 ? 'socket' : 'sockets'}
                {m.soldered > 0 && `, ${m.soldered} soldered`}
              </Text>
            </Box>
          ))}
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
              onMouseDown={(e) => e.preventDefault()}
              onClick={() => onUnknown?.(text)}
            >
              {onUnknown
                ? `No record has “${text}”. Make one from its shape (Enter)`
                : `No record has “${text}”.`}
            </Box>
          )}
        </Box>
      )}
    </Box>
  );
}
