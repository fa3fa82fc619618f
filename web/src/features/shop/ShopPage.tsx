import { Box, Field, Flex, Heading, NativeSelect, SimpleGrid, Stack, Text } from '@chakra-ui/react';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { Fragment, type ReactNode, useState } from 'react';
import { Link } from 'react-router';
import { api, type Schemas } from '../../api/client';
import { EVERYWHERE, Keys } from '../../parts/keys';
import { PaperLink } from '../../parts/PaperLink';
import { STATIONS } from '../../parts/stations';

type Shop = Schemas['ShopView'];
type HandedBack = Schemas['HandedBackView'];

const SPANS = [7, 30, 90, 365];

/** How the shop does: what is here and what for, what went home and what it took. Each figure opens what it is made of. */
export function ShopPage() {
  const [days, setDays] = useState(90);
  const shop = useQuery({
    queryKey: ['shop', days],
    queryFn: () => api.get<Shop>(`/api/shop?days=${days}`),
    placeholderData: keepPreviousData,
  });
  const s = shop.data;
  return (
    <Box as="main" p={{ base: '3', md: '5' }} maxW="76rem" mx="auto" width="full">
      <Keys map={EVERYWHERE} />
      <Flex gap="4" wrap="wrap" align="end" mb="4">
        <Heading as="h1" size="2xl" flex="1">
          Figures of the shop
        </Heading>
        <Field.Root width="12rem">
          <Field.Label>Handed back in the last</Field.Label>
          <NativeSelect.Root>
            <NativeSelect.Field value={days} onChange={(e) => setDays(Number(e.target.value))}>
              {SPANS.map((n) => (
                <option key={n} value={n}>
                  {n} days
                </option>
              ))}
            </NativeSelect.Field>
            <NativeSelect.Indicator />
          </NativeSelect.Root>
        </Field.Root>
        <PaperLink href={`/api/shop.csv?days=${days}`}>A line each (CSV)</PaperLink>
      </Flex>
      {shop.isError && (
        <Text role="alert" color="stop">
          {shop.error.message}
        </Text>
      )}
      {!s && shop.isPending && <Text>One moment …</Text>}
      {s && (
        <SimpleGrid columns={{ base: 1, lg: 2 }} gap="4">
          <OnTheBench shop={s} />
          <WentHome shop={s} />
          <Faults shop={s} />
          <Money shop={s} />
        </SimpleGrid>
      )}
    </Box>
  );
}

function Group({ name, children }: { name: string; children: ReactNode }) {
  return (
    <Box as="section" aria-label={name} bg="panel" borderRadius="md" px="4" py="3" minW="0">
      <Heading as="h2" size="md" mb="2">
        {name}
      </Heading>
      <Stack gap="1">{children}</Stack>
    </Box>
  );
}

/** A figure that opens what it is made of. */
function Figure({ what, value, children }: { what: string; value: string; children?: ReactNode }) {
  const line = (
    <>
      <Text as="span" flex="1" minW="0" overflowWrap="anywhere">
        {what}
      </Text>
      <Text as="span" fontWeight="700" whiteSpace="nowrap">
        {value}
      </Text>
    </>
  );
  if (!children)
    return (
      <Flex gap="3" pe="7px">
        {line}
      </Flex>
    );
  return (
    <details>
      <summary style={{ cursor: 'pointer' }}>
        <Flex as="span" display="inline-flex" gap="3" width="calc(100% - 1.5rem)">
          {line}
        </Flex>
      </summary>
      <Box ps="4" py="1" overflowWrap="anywhere">
        {children}
      </Box>
    </details>
  );
}

function JobLinks({ jobs }: { jobs: number[] }) {
  return jobs.map((job, i) => (
    <Fragment key={job}>
      {i > 0 && ', '}
      <JobLink job={job} />
    </Fragment>
  ));
}

function JobLink({ job }: { job: number }) {
  return (
    <Link to={`/jobs/${job}`} style={{ textDecoration: 'underline' }}>
      #{job}
    </Link>
  );
}

const inDays = (n: number) => (n === 0 ? 'the same day' : n === 1 ? '1 day' : `${n} days`);

function OnTheBench({ shop: s }: { shop: Shop }) {
  return (
    <Group name="On the bench, by what is waited for">
      {s.waiting.length === 0 && <Text color="quiet">No machine is here.</Text>}
      {s.waiting.map((w) => (
        <Figure key={w.waits} what={w.name} value={`${w.jobs.length}`}>
          <JobLinks jobs={w.jobs} />
        </Figure>
      ))}
    </Group>
  );
}

function WentHome({ shop: s }: { shop: Shop }) {
  return (
    <Group name={`Handed back since ${s.since}`}>
      <Figure
        what={s.cut ? 'The last of them, as many as are looked at' : 'All'}
        value={`${s.handedBack.length}`}
      >
        {s.handedBack.length > 0 && <Lines jobs={s.handedBack} />}
      </Figure>
      {s.half !== undefined && (
        <Figure what="Half of them were back" value={s.half === 0 ? inDays(0) : `within ${inDays(s.half)}`} />
      )}
      {s.longest && (
        <Figure what="The longest took" value={inDays(s.longest.days)}>
          <Lines jobs={[s.longest]} />
        </Figure>
      )}
      <Figure what="Went home with the memory they came with" value={`${s.unchanged.length}`}>
        {s.unchanged.length > 0 && <Lines jobs={s.unchanged} />}
      </Figure>
      {s.stations.map((t) => (
        <Figure
          key={t.station}
          what={`${STATIONS.find((x) => x.id === t.station)?.name}: took, where it was recorded`}
          value={`${t.took} min of ${t.expected} expected`}
        >
          <JobLinks jobs={t.jobs} />
        </Figure>
      ))}
    </Group>
  );
}

function Lines({ jobs }: { jobs: HandedBack[] }) {
  return (
    <Stack as="ul" listStyleType="none" gap="0.5">
      {jobs.map((j) => (
        <li key={j.job}>
          <JobLink job={j.job} /> {j.machine}, {inDays(j.days)}
          {j.changed && (j.proven ? ', proven' : ', not proven as the house asks')}
          {j.note && `: ${j.note}`}
        </li>
      ))}
    </Stack>
  );
}

function Faults({ shop: s }: { shop: Shop }) {
  return (
    <Group name="What was found to be wrong, by its likeliest cause">
      {s.faults.length === 0 && <Text color="quiet">Nothing in these days.</Text>}
      {s.faults.map((f) => (
        <Figure key={f.kind} what={f.name} value={`${f.jobs.length}`}>
          <JobLinks jobs={f.jobs} />
        </Figure>
      ))}
    </Group>
  );
}

function Money({ shop: s }: { shop: Shop }) {
  return (
    <Group name="Money in modules">
      <Figure what={`${s.free} free in the drawer, as booked`} value={`${s.currency} ${s.freeValue}`}>
        <Link to="/drawer" style={{ textDecoration: 'underline' }}>
          To the drawer
        </Link>
      </Figure>
      <Figure what={`${s.withJobs} with jobs on the bench`} value={`${s.currency} ${s.withJobsValue}`} />
      <Figure what="Jobs that can still send something back" value={`${s.returns.length}`}>
        {s.returns.length > 0 && (
          <Stack as="ul" listStyleType="none" gap="0.5">
            {s.returns.map((r) => (
              <li key={r.job}>
                <JobLink job={r.job} /> {r.machine}, until {r.until}
              </li>
            ))}
          </Stack>
        )}
      </Figure>
      <Text>
        <Link to="/orders" style={{ textDecoration: 'underline' }}>
          What nobody needs any more stands under Orders
        </Link>
      </Text>
    </Group>
  );
}
