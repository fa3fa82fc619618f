import { Box, Button, Flex, Link, Menu, Portal } from '@chakra-ui/react';
import { createContext, type ReactNode, useContext, useState } from 'react';
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
  onSignOut,
  children,
}: {
  person?: string;
  places: Place[];
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
              <Box as="span" hideBelow="md">
                Zephyr Ridge
              </Box>
            )}
          </RouterLink>
        </Link>
        {person && !onJob && (
          <Flex as="nav" aria-label="Places" gap={{ base: '2', md: '4' }} hideBelow="md">
            {places.map((p) => (
              <Link key={p.to} asChild color="ink">
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
        <PersonMenu person={person} places={places} onSignOut={onSignOut} />
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
  const navigate = useNavigate();
  return (
    <Menu.Root
      onSelect={({ value }) => {
        if (value === 'mode') toggle();
        else if (value === 'letters') {
          switchLetters(!letters);
          setLetters(!letters);
        } else if (value === 'out') onSignOut();
        else navigate(value);
      }}
    >
      <Menu.Trigger asChild>
        <Button size="xs" variant="ghost" color="ink" minH="2rem" flexShrink="0">
          {person ?? 'Menu'} <span aria-hidden="true">▾</span>
        </Button>
      </Menu.Trigger>
      <Portal>
        <Menu.Positioner>
          <Menu.Content bg="panel" color="ink" minW="14rem">
            {person &&
              places.map((p) => (
                <Menu.Item key={p.to} value={p.to} py="2">
                  {p.name}
                </Menu.Item>
              ))}
            {person && <Menu.Separator borderColor="line" />}
            <Menu.Item value="mode" py="2">
              {mode === 'dark' ? 'Light colours' : 'Dark colours'}
            </Menu.Item>
            {person && (
              <Menu.Item value="letters" py="2">
                {letters ? 'Switch keys of one letter off' : 'Switch keys of one letter on'}
              </Menu.Item>
            )}
            {person && (
              <Menu.Item value="out" py="2">
                Sign out
              </Menu.Item>
            )}
          </Menu.Content>
        </Menu.Positioner>
      </Portal>
    </Menu.Root>
  );
}
