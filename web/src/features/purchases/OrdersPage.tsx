import { Box, Heading, Text } from '@chakra-ui/react';
import { EVERYWHERE, Keys } from '../../parts/keys';
import type { Account } from '../session';
import { usePurchases } from './api';
import { Packs } from './Packs';
import { ToBeOrdered } from './ToBeOrdered';
import { WhatCame } from './WhatCame';

/** Orders to suppliers: what decided layouts still need, what is on the way, what lies ready and what nobody needs any more. */
export function OrdersPage({ account }: { account: Account }) {
  const purchases = usePurchases();
  const writes = account.role !== 'DESK';
  const p = purchases.data;
  // What nobody needs any more comes in parcels too.
  const toCome = p ? [...p.onTheWay, ...p.over.filter((o) => o.state === 'ON_THE_WAY')] : [];
  return (
    <Box as="main" p={{ base: '3', md: '5' }} maxW="76rem" mx="auto" width="full">
      <Keys map={EVERYWHERE} />
      <Heading as="h1" size="2xl" mb="3">
        Orders
      </Heading>
      {purchases.isError && (
        <Text role="alert" color="stop">
          {purchases.error.message}
        </Text>
      )}
      {!p && purchases.isPending && <Text>One moment …</Text>}
      {p && (
        <>
          {writes && toCome.length > 0 && <WhatCame packs={toCome} />}
          <ToBeOrdered orders={p.toOrder} currency={p.currency} writes={writes} />
          <Packs
            name="On the way"
            packs={p.onTheWay}
            none="Nothing is on the way."
            writes={writes}
            steps={[
              ['HERE', 'It came'],
              ['CANCELLED', 'Not ordered after all'],
            ]}
          />
          <Packs
            name="Here for jobs"
            packs={p.here}
            none="Nothing lies here for a job."
            writes={writes}
            steps={[['ON_THE_WAY', 'It did not come']]}
          />
          <Packs
            name="Nobody needs these"
            packs={p.over}
            writes={writes}
            steps={[
              ['SENT_BACK', 'Sent back'],
              ['CANCELLED', 'Not ordered after all'],
              ['HERE', 'It came'],
            ]}
          />
          <Packs
            name="Sent back, the money still open"
            packs={p.back}
            writes={writes}
            steps={[
              ['CREDITED', 'Credited'],
              ['HERE', 'It is still here'],
            ]}
          />
        </>
      )}
    </Box>
  );
}
