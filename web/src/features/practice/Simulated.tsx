import { Box, Text } from '@chakra-ui/react';

/** Stripes, a word and a colour of its own over every page of a practice. */
export function Simulated({ children }: { children?: React.ReactNode }) {
  return (
    <Box
      role="note"
      aria-label="Simulated"
      borderTopWidth="6px"
      borderColor="accent"
      borderStyle="dashed"
      bg="accentSoft"
      px={{ base: '3', md: '4' }}
      py="1"
    >
      <Text>
        <Text as="strong" color="accent">
          <span aria-hidden="true">▨ </span>Simulated
        </Text>
        : this machine is not there, and nothing of it counts in the shop.{children}
      </Text>
    </Box>
  );
}
