import { Box, Button, Flex, Link, Stack } from '@chakra-ui/react';
import { createContext, type ReactNode, useContext, useEffect, useRef, useState } from 'react';
import { createPortal } from 'react-dom';
import { Link as RouterLink, useMatch, useNavigate } from 'react-router';
import { useColorMode } from '../theme/colorMode';
import { ask, lettersOn, switchLetters } from './keys';

export type Place = { to: string; name: string };

const Slot = createContext<HTMLElement | null>(null);

/** What a page puts into the one bar at the top. */
export function InBar({ children }: { children: ReactNode }) {
  const slot = useContext(Slot);
  return slot ? createPortal(children, slot) : null;
}

/** The product's bar, the only one: the way home, what the page is about, the search, the keys, and the person's menu. */
export function Bar({
  person,
  places,
  own,
  onSignOut,
  children,
}: {
  person?: string;
  places: Place[];
  own: Place[];
  onSignOut: () => void;
  children: ReactNode;
}) {
  const [slot, setSlot] = useState<HTMLElement | null>(null);
  const onJob = useMatch('/jobs/:id/*') !== null;
  return (
    <Slot.Provider value={slot}>
      <Flex
        as="header"
        bg="panel"
        borderBottomWidth="1px"
        borderColor="line"
        px={{ base: '2', md: '4' }}
        minH="52px"
        align="center"
        gap={{ base: '2', md: '3' }}
        position="sticky"
        top="0"
        zIndex="docked"
      >
        <Link asChild color="ink" fontWeight="700" fontSize="md" flexShrink="0">
          <RouterLink to="/jobs" aria-label="Zephyr Ridge, to the bench">
            <svg width="26" height="20" viewBox="0 0 26 20" aria-hidden="true">
              <path d="M0 18 6 6l5 6 6-11 9 17z" fill="currentColor" opacity=".85" />
            </svg>
            {!onJob && (
              <Box as="span" hideBelow="xl">
                Zephyr Ridge
              </Box>
            )}
          </RouterLink>
        </Link>
        {person && !onJob && (
          <Flex as="nav" aria-label="Places" gap={{ base: '2', md: '4' }} hideBelow="md">
            {places.map((p) => (
              <Link key={p.to} asChild color="ink" whiteSpace="nowrap">
                <RouterLink to={p.to}>{p.name}</RouterLink>
              </Link>
            ))}
          </Flex>
        )}
        <Box ref={setSlot} flex="1" minW="0" />
        {person && (
          <>
            <Button size="xs" variant="outline" color="ink" minH="2rem" onClick={() => ask('find')}>
              Find <Hint>/</Hint>
            </Button>
            <Button
              size="xs"
              variant="outline"
              color="ink"
              minH="2rem"
              hideBelow="md"
              aria-label="Keys of this screen"
              onClick={() => ask('keys')}
            >
              ?
            </Button>
          </>
        )}
        <PersonMenu person={person} places={[...places, ...own]} onSignOut={onSignOut} />
      </Flex>
      {children}
    </Slot.Provider>
  );
}

/** A key beside what it does. */
export function Hint({ children }: { children: string }) {
  return (
    <Box as="kbd" fontFamily="body" fontWeight="400" fontSize="0.85em" opacity=".85" hideBelow="md" ms="1">
      {children}
    </Box>
  );
}

/** The person's menu: the browser's own disclosure, closed by Escape, a click elsewhere, or a choice. */
function PersonMenu({
  person,
  places,
  onSignOut,
}: {
  person?: string;
  places: Place[];
  onSignOut: () => void;
}) {
  const [mode, toggle] = useColorMode();
  const [letters, setLetters] = useState(lettersOn);
  const [open, setOpen] = useState(false);
  const box = useRef<HTMLDivElement>(null);
  const navigate = useNavigate();
  useEffect(() => {
    if (!open) return;
    const away = (e: Event) => box.current?.contains(e.target as Node) || setOpen(false);
    const closes = (e: KeyboardEvent) => e.key === 'Escape' && setOpen(false);
    window.addEventListener('pointerdown', away);
    window.addEventListener('keydown', closes);
    return () => {
      window.removeEventListener('pointerdown', away);
      window.removeEventListener('keydown', closes);
    };
  }, [open]);
  const item = (text: string, does: () => void) => (
    <Button
      key={text}
      variant="ghost"
      color="ink"
      justifyContent="flex-start"
      fontWeight="400"
      onClick={() => {
        setOpen(false);
        does();
      }}
    >
      {text}
    </Button>
  );
  return (
    <Box ref={box} position="relative" flexShrink="0">
      <Button
        size="xs"
        variant="ghost"
        color="ink"
        minH="2rem"
        aria-expanded={open}
        aria-controls="person-menu"
        onClick={() => setOpen(!open)}
      >
        {person ?? 'Menu'} <span aria-hidden="true">▾</span>
      </Button>
      {open && (
        <Stack
          id="person-menu"
          gap="0"
          position="absolute"
          right="0"
          top="calc(100% + 6px)"
          minW="16rem"
          bg="panel"
          borderWidth="1px"
          borderColor="edge"
          borderRadius="md"
          boxShadow="md"
          p="1"
        >
          {person && places.map((p) => item(p.name, () => navigate(p.to)))}
          {item(mode === 'dark' ? 'Light colours' : 'Dark colours', toggle)}
          {person &&
            item(letters ? 'Switch keys of one letter off' : 'Switch keys of one letter on', () => {
              switchLetters(!letters);
              setLetters(!letters);
            })}
          {person && item('Sign out', onSignOut)}
        </Stack>
      )}
    </Box>
  );
}
