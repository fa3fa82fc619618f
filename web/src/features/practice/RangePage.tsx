import { Box, Button, Flex, Heading, SimpleGrid, Stack, Text } from '@chakra-ui/react';
import { Link, useNavigate } from 'react-router';
import { EVERYWHERE, Keys } from '../../parts/keys';
import type { Account } from '../session';
import { type Range, useBegin, useRange } from './api';
import { Simulated } from './Simulated';

/** Lessons in the order of the work, machines that are drawn, and what one practised so far. */
export function RangePage({ account }: { account: Account }) {
  const range = useRange();
  const begin = useBegin();
  const navigate = useNavigate();
  const start = (what: string) =>
    begin.mutate(what, { onSuccess: (begun) => navigate(`/jobs/${begun.job}/take-in`) });
  const may = account.role !== 'DESK';
  const offered = range.data?.offered ?? [];
  return (
    <>
      <Simulated />
      <Box as="main" p={{ base: '3', md: '5' }} maxW="76rem" mx="auto" width="full">
        <Keys map={EVERYWHERE} />
        <Heading as="h1" size="2xl" mb="1">
          Practice range
        </Heading>
        <Text mb="4" maxW="46rem">
          Machines that cannot break, with something to find out. Ask them, open them, fit and prove as on the
          bench; at the end you are told what was hidden, and how the tool would have gone about it.
        </Text>
        {(range.isError || begin.isError) && (
          <Text role="alert" color="stop" mb="3">
            {(begin.error ?? range.error)?.message}
          </Text>
        )}
        {range.isPending && <Text>One moment …</Text>}
        {range.data && (
          <Stack gap="5">
            <Offers
              name="Lessons, in the order of the work"
              offered={offered.filter((o) => !o.drawn)}
              may={may && !begin.isPending}
              onBegin={start}
            />
            <Offers
              name="Drawn, another machine each time"
              offered={offered.filter((o) => o.drawn)}
              may={may && !begin.isPending}
              onBegin={start}
            />
            {!may && <Text>Practice is for who works at the bench.</Text>}
            <Mine mine={range.data.mine} />
          </Stack>
        )}
      </Box>
    </>
  );
}

function Offers({
  name,
  offered,
  may,
  onBegin,
}: {
  name: string;
  offered: Range['offered'];
  may: boolean;
  onBegin: (what: string) => void;
}) {
  return (
    <Box as="section" aria-label={name}>
      <Heading as="h2" size="lg" mb="2">
        {name}
      </Heading>
      <SimpleGrid as="ol" listStyleType="none" columns={{ base: 1, md: 2, xl: 3 }} gap="3">
        {offered.map((o, i) => (
          <Flex as="li" key={o.id} bg="panel" borderRadius="md" px="4" py="3" gap="3" direction="column">
            <Box flex="1">
              <Text fontWeight="700">
                {!o.drawn && `${i + 1}. `}
                {o.title}
                {o.solved && (
                  <Text as="span" fontWeight="400" color="quiet">
                    {' '}
                    ✓ solved
                  </Text>
                )}
              </Text>
              <Text>{o.teaches}</Text>
            </Box>
            <Button
              alignSelf="start"
              size="sm"
              variant="outline"
              disabled={!may}
              aria-label={`Begin: ${o.title}`}
              onClick={() => onBegin(o.id)}
            >
              {o.drawn ? 'Draw one' : o.solved ? 'Once more' : 'Begin'}
            </Button>
          </Flex>
        ))}
      </SimpleGrid>
    </Box>
  );
}

/** One's own: nobody else sees them. */
function Mine({ mine }: { mine: Range['mine'] }) {
  if (mine.length === 0) return null;
  return (
    <Box as="section" aria-label="What I practised">
      <Heading as="h2" size="lg" mb="1">
        What I practised
      </Heading>
      <Text color="quiet" mb="2">
        Only you see this.
      </Text>
      <Stack as="ul" listStyleType="none" gap="1">
        {mine.map((m) => (
          <Text as="li" key={m.job}>
            <Link to={`/jobs/${m.job}`} style={{ textDecoration: 'underline' }}>
              {m.title}
            </Link>
            {', '}
            {new Date(m.begunAt).toLocaleDateString()}:{' '}
            {m.over
              ? `${m.solved ? '✓ solved' : 'not solved'} in ${m.minutes} min of the bench`
              : 'still open'}
          </Text>
        ))}
      </Stack>
    </Box>
  );
}
