import { Box, Link, Text } from '@chakra-ui/react';

const WAYS = [
  ['Linux', '/zephyr-look.sh', 'sudo sh zephyr-look.sh > look.json'],
  ['Windows', '/zephyr-look.ps1', 'powershell -ExecutionPolicy Bypass -File zephyr-look.ps1 > look.json'],
];

/** One file that the machine writes of itself, instead of everything that is read off it by hand. */
export function AskTheMachine({ where }: { where: string }) {
  return (
    <Box>
      <Text fontWeight="600">All of it in one file</Text>
      <Text fontSize="sm" color="quiet">
        Save zephyr-look, run it on the machine, and {where} what it writes. It only reads, installs nothing
        and sends nothing. No names are in it; serial numbers only where the firmware or a chip holds them.
      </Text>
      {WAYS.map(([system, file, command]) => (
        <Text key={system} fontSize="sm" overflowWrap="anywhere">
          <Link href={file} download color="accent" textDecoration="underline" fontWeight="600">
            Save for {system}
          </Link>{' '}
          <Box as="code" fontFamily="mono" userSelect="all">
            {command}
          </Box>
        </Text>
      ))}
    </Box>
  );
}
