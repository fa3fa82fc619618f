import { Box, Input, Text } from '@chakra-ui/react';
import { type KeyboardEvent, type ReactNode, type Ref, useId, useState } from 'react';

/**
 * A field that proposes while somebody types (ARIA combobox). Arrows go through what is proposed, Enter takes it.
 *
 * @param free whatever is typed may stay as it is: nothing is marked before an arrow is pressed, and Enter is the form's
 * @param onEnter Enter while it is open, instead of taking what is marked
 */
export function ComboBox<T>({
  label,
  text,
  open,
  hits,
  keyOf,
  show,
  onType,
  onTake,
  onEnter,
  onEscape,
  onLeave,
  free = false,
  children,
  placeholder,
  maxLength,
  autoFocus,
  field,
}: {
  label: string;
  text: string;
  open: boolean;
  hits: T[];
  keyOf: (hit: T) => string;
  show: (hit: T) => ReactNode;
  onType: (text: string) => void;
  onTake: (hit: T) => void;
  onEnter?: (marked: T | undefined) => void;
  onEscape: () => void;
  onLeave?: () => void;
  free?: boolean;
  /** What stands in the list where nothing is proposed. */
  children?: ReactNode;
  placeholder?: string;
  maxLength?: number;
  autoFocus?: boolean;
  field?: Ref<HTMLInputElement>;
}) {
  const id = useId();
  const first = free ? -1 : 0;
  const [at, setAt] = useState(first);
  const take = (hit: T) => {
    setAt(first);
    onTake(hit);
  };
  const key = (e: KeyboardEvent) => {
    if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
      e.preventDefault();
      setAt((n) => Math.max(first, Math.min(hits.length - 1, n + (e.key === 'ArrowDown' ? 1 : -1))));
    } else if (e.key === 'Enter' && open) {
      if (onEnter) {
        e.preventDefault();
        onEnter(hits[at]);
        setAt(first);
      } else if (hits[at]) {
        e.preventDefault();
        take(hits[at]);
      }
    } else if (e.key === 'Escape') {
      onEscape();
    }
  };
  return (
    <Box position="relative">
      <label htmlFor={id}>
        <Text fontWeight="600">{label}</Text>
      </label>
      <Input
        ref={field}
        id={id}
        role="combobox"
        aria-expanded={open}
        aria-controls={`${id}-list`}
        aria-autocomplete="list"
        aria-activedescendant={open && hits[at] ? `${id}-${at}` : undefined}
        autoComplete="off"
        autoFocus={autoFocus}
        placeholder={placeholder}
        maxLength={maxLength}
        value={text}
        onChange={(e) => {
          setAt(first);
          onType(e.target.value);
        }}
        onBlur={onLeave}
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
          onMouseDown={(e) => e.preventDefault()}
        >
          {hits.map((hit, i) => (
            <Box
              key={keyOf(hit)}
              id={`${id}-${i}`}
              role="option"
              aria-selected={i === at}
              px="3"
              py="2"
              bg={i === at ? 'accentSoft' : undefined}
              cursor="pointer"
              onClick={() => take(hit)}
            >
              {show(hit)}
            </Box>
          ))}
          {children}
        </Box>
      )}
    </Box>
  );
}
