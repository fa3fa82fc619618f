import { Box, Heading, Link, Stack, Text } from '@chakra-ui/react';
import { EVERYWHERE, Keys } from '../../parts/keys';

/** What this is, and whose work is in it. */
export function AboutPage({ version }: { version: string }) {
  return (
    <Box as="main" p={{ base: '3', md: '5' }} maxW="44rem" mx="auto" width="full">
      <Keys map={EVERYWHERE} />
      <Heading as="h1" size="2xl" mb="2">
        Zephyr Ridge {version}
      </Heading>
      <Stack gap="3">
        <Text>Plans and proves memory upgrades, for those who do them.</Text>
        <Text>
          What a machine is said to do comes from what was read, claimed or tried, and each sentence names
          which. Where work can hurt, the rules of your place and licensed practice come before anything said
          here.
        </Text>
        <Heading as="h2" size="md" mt="2">
          Work of others in it
        </Heading>
        <Text>
          It is built on free software and free fonts. What they are and under which licences they come:
        </Text>
        <Stack as="ul" gap="1" ps="5">
          <li>
            <Link href="/notices/server.txt" target="_blank" color="accent">
              in the server
            </Link>
          </li>
          <li>
            <Link href="/notices/pages.txt" target="_blank" color="accent">
              in the pages: scripts, fonts, the reader of pictures
            </Link>
          </li>
        </Stack>
      </Stack>
    </Box>
  );
}
