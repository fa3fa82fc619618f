import { Box, Grid, Text } from '@chakra-ui/react';
import type { JobView } from '../../api';

/** A layout's figures in a line. */
export function figures(p: JobView['found']): string {
  const c = p.clocks[0];
  if (!p.read) return 'not read yet';
  return [
    p.installed,
    c?.rate,
    c?.meanGigabytesPerSecond === undefined ? undefined : `mean ${c.meanGigabytesPerSecond.toFixed(1)} GB/s`,
  ]
    .filter(Boolean)
    .join(', ');
}

/** The same one by one. */
export function Figures({ picture }: { picture: JobView['planned'] }) {
  const c = picture.clocks[0];
  const items: [string, string][] = [
    ['Installed', picture.read ? picture.installed : 'not read'],
    ['Usable about', picture.read ? picture.usable : 'not read'],
    // Each processor of a server has its own clock; what differs is shown side by side.
    ['Rate', [...new Set(picture.clocks.map((k) => k.rate ?? 'not known'))].join(' / ') || 'not known'],
    ['CL-tRCD-tRP-tRAS', c?.timings ?? 'not known'],
    ['First word', c?.firstWord ?? 'not known'],
    [
      'Mean bandwidth',
      c?.meanGigabytesPerSecond === undefined ? 'not known' : `${c.meanGigabytesPerSecond.toFixed(1)} GB/s`,
    ],
    ['Bench time', picture.effortMinutes === 0 ? 'nothing to do' : `${picture.effortMinutes} min`],
  ];
  return (
    <Grid
      as="dl"
      templateColumns={{ base: '1fr 1fr', sm: 'repeat(4, auto)', lg: 'repeat(7, auto)' }}
      gap="3"
      bg="panel"
      borderRadius="md"
      borderWidth="1px"
      borderColor="line"
      px="3"
      py="2"
      my="1"
    >
      {items.map(([name, value]) => (
        <Box key={name}>
          <Text as="dt" fontSize="xs" color="quiet" whiteSpace="nowrap">
            {name}
          </Text>
          <Text as="dd" fontWeight="700" whiteSpace="nowrap">
            {value}
          </Text>
        </Box>
      ))}
    </Grid>
  );
}
