import { Box, Button, Field, Flex, Heading, Input, Stack, Text } from '@chakra-ui/react';
import { Fragment, useState } from 'react';
import { Link } from 'react-router';
import { PaperLink } from '../../parts/PaperLink';
import { type ForJob, type ToOrder, usePurchasing } from './api';

/** What the decided layouts of all jobs need, by supplier; ordered, it is on the way for them. */
export function ToBeOrdered({
  orders,
  currency,
  writes,
}: {
  orders: ToOrder[];
  currency: string;
  writes: boolean;
}) {
  return (
    <Box as="section" aria-label="To be ordered" mb="6">
      <Heading as="h2" size="md" mb="2">
        To be ordered
      </Heading>
      {orders.length === 0 && <Text color="quiet">Nothing is to be ordered.</Text>}
      <Stack gap="3">
        {orders.map((o) => (
          <OfSupplier key={o.supplier} order={o} currency={currency} writes={writes} />
        ))}
      </Stack>
    </Box>
  );
}

function OfSupplier({ order: o, currency, writes }: { order: ToOrder; currency: string; writes: boolean }) {
  const { order } = usePurchasing();
  const [reference, setReference] = useState('');
  const name = o.supplier || 'No supplier named yet';
  const of = encodeURIComponent(o.supplier);
  return (
    <Box as="section" aria-label={name} bg="panel" borderRadius="md" px="4" py="3">
      <Flex gap="3" wrap="wrap" align="baseline" mb="2">
        <Text fontWeight="700" fontSize="lg" flex="1" minW="12rem" overflowWrap="anywhere">
          {name}
        </Text>
        {o.first && <Text>first promised {o.first}</Text>}
        <Text fontWeight="700">{o.total === undefined ? 'a price is open' : `${currency} ${o.total}`}</Text>
      </Flex>
      <Stack as="ul" listStyleType="none" gap="2">
        {o.lines.map((l) => (
          <Flex as="li" key={`${l.wording} ${l.pieces}`} gap={{ base: '1', md: '4' }} wrap="wrap">
            <Box flex="2 1 16rem" minW="0" overflowWrap="anywhere">
              <Text fontWeight="700">
                {l.packs} × {l.wording}
              </Text>
              <Text color="quiet">
                {l.pieces > 1 && `${l.pieces} modules in a pack, `}
                {l.price ? `${l.price} each` : 'price open'}
              </Text>
            </Box>
            <Box flex="2 1 14rem" minW="0" overflowWrap="anywhere">
              <Text>
                for{' '}
                {l.jobs.map((j, i) => (
                  <Fragment key={j.job}>
                    {i > 0 && ', '}
                    <JobLink of={j} />
                  </Fragment>
                ))}
              </Text>
              <Text fontSize="sm">
                {l.due ? `here on ${l.due} if ordered today` : 'nobody said when it comes'}
                {l.returnUntil && `, goes back until ${l.returnUntil}`}
              </Text>
            </Box>
          </Flex>
        ))}
      </Stack>
      {order.isError && (
        <Text role="alert" color="stop" mt="2">
          {order.error.message}
        </Text>
      )}
      <Flex gap="3" wrap="wrap" align="end" mt="3">
        {writes && (
          <>
            <Field.Root width={{ base: '100%', sm: '16rem' }}>
              <Field.Label>Their number for it, if there is one</Field.Label>
              <Input value={reference} maxLength={100} onChange={(e) => setReference(e.target.value)} />
            </Field.Root>
            <Button
              loading={order.isPending}
              onClick={() => order.mutate({ supplier: o.supplier, stamp: o.stamp, reference })}
            >
              Ordered
            </Button>
          </>
        )}
        <PaperLink href={`/api/purchases/order.pdf?supplier=${of}`}>List (PDF)</PaperLink>
        <PaperLink href={`/api/purchases/order.csv?supplier=${of}`}>List (CSV)</PaperLink>
      </Flex>
    </Box>
  );
}

/** A job by number, with who waits for it. */
export function JobLink({ of: j }: { of: ForJob }) {
  return (
    <>
      <Link to={`/jobs/${j.job}`} style={{ textDecoration: 'underline' }}>
        #{j.job}
      </Link>{' '}
      {j.owner} {j.promised && <span style={{ whiteSpace: 'nowrap' }}>(promised {j.promised})</span>}
    </>
  );
}
