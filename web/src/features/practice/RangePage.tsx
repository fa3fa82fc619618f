import { Box, Button, Flex, Heading, SimpleGrid, Stack, Switch, Text } from '@chakra-ui/react';
import { Link, useNavigate } from 'react-router';
import { EVERYWHERE, Keys } from '../../parts/keys';
import type { Account } from '../session';
import { type Learner, type Practised, type Range, useBegin, useRange, useSheets, useShown } from './api';
import { Simulated } from './Simulated';

/** Lessons in the order of the work, machines that are drawn, and what one practised so far. */
export function RangePage({ account }: { account: Account }) {
  const range = useRange();
  const begin = useBegin();
  const sheets = useSheets(account.role === 'LEAD');
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
            <Mine mine={range.data.mine} shown={range.data.shown} />
            <Sheets sheets={sheets.data ?? []} />
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

/** One's own: nobody else sees them, but for the lead where their learner says so. */
function Mine({ mine, shown }: { mine: Practised[]; shown: boolean }) {
  const show = useShown();
  if (mine.length === 0) return null;
  return (
    <Box as="section" aria-label="What I practised">
      <Heading as="h2" size="lg" mb="1">
        What I practised
      </Heading>
      <Switch.Root
        checked={shown}
        disabled={show.isPending}
        onCheckedChange={(e) => show.mutate(e.checked)}
        mb="2"
      >
        <Switch.HiddenInput />
        <Switch.Control />
        <Switch.Label>
          {shown
            ? 'The lead sees how they ended, too.'
            : 'Only you see this. Let the lead see how they ended'}
        </Switch.Label>
      </Switch.Root>
      {show.isError && (
        <Text role="alert" color="stop">
          {show.error.message}
        </Text>
      )}
      <Practices all={mine} linked />
    </Box>
  );
}

function Practices({ all, linked = false }: { all: Practised[]; linked?: boolean }) {
  return (
    <Stack as="ul" listStyleType="none" gap="1">
      {all.map((m) => (
        <Text as="li" key={m.job}>
          {linked ? (
            <Link to={`/jobs/${m.job}`} style={{ textDecoration: 'underline' }}>
              {m.title}
            </Link>
          ) : (
            m.title
          )}
          {', '}
          {new Date(m.begunAt).toLocaleDateString()}:{' '}
          {m.over
            ? `${m.solved ? '✓ solved' : 'not solved'} in ${m.minutes} min of the bench${mishaps(m.mishaps)}`
            : 'still open'}
        </Text>
      ))}
    </Stack>
  );
}

const mishaps = (n?: number) =>
  n === undefined || n === 0 ? '' : `; did not look first ${n === 1 ? 'once' : `${n} times`}`;

/** Of those who let the lead see it. */
function Sheets({ sheets }: { sheets: Learner[] }) {
  if (sheets.length === 0) return null;
  return (
    <Box as="section" aria-label="Who lets you see what they practised">
      <Heading as="h2" size="lg" mb="1">
        Who lets you see what they practised
      </Heading>
      <Stack gap="3">
        {sheets.map((s) => (
          <Box key={s.learner} bg="panel" borderRadius="md" px="4" py="3">
            <Text fontWeight="700">
              {s.learner}: {s.solved} of {s.lessons} lessons solved
            </Text>
            <Practices all={s.practised} />
          </Box>
        ))}
      </Stack>
    </Box>
  );
}
