import { Badge, Box, Button, Flex, Text } from '@chakra-ui/react';
import type { StationProps } from '../shared/props';

/** Sides and carriers, one at a time; the one worked in is marked. */
export function Rounds({ job, change, readOnly }: Pick<StationProps, 'job' | 'change' | 'readOnly'>) {
  const { rounds } = job.opening;
  if (rounds.length < 2 && !rounds.some((r) => r.purpose !== 'FIT')) return null;
  return (
    <Box as="section" aria-label="Rounds">
      <Text fontWeight="700" mb="1">
        {rounds.filter((r) => !r.done).length} of {rounds.length} rounds left, each opened and closed by
        itself
      </Text>
      <Box as="ol" listStyleType="none" display="grid" gap="1">
        {rounds.map((r) => (
          <Flex
            as="li"
            key={`${r.purpose} ${r.name}`}
            data-round={r.name}
            columnGap="2.5"
            rowGap="1"
            align="center"
            wrap="wrap"
            bg={r.current ? 'accentSoft' : 'panel'}
            borderRadius="md"
            px="3"
            py="1"
          >
            <Text fontWeight={r.current ? '700' : '400'} flex="1" minW="7rem">
              {r.done ? '✓ ' : r.current ? '▶ ' : ''}
              {r.name}
              <Text as="span" color="quiet">
                {' '}
                {r.positions}
              </Text>
            </Text>
            {!r.done && (
              <Text whiteSpace="nowrap">
                about {r.minutes} min{r.turns > 0 && `, ${r.turns} ${r.turns === 1 ? 'turn' : 'turns'}`}
              </Text>
            )}
            {r.current && <Badge bg="panel">this one</Badge>}
            {!readOnly && !r.current && (
              <Button
                size="2xs"
                variant="outline"
                color="ink"
                onClick={() => void change({ type: 'OpenFor', purpose: r.purpose, positions: r.positionIds })}
              >
                {r.done ? 'Open again' : 'Work here'}
              </Button>
            )}
          </Flex>
        ))}
      </Box>
    </Box>
  );
}
