import { Stack, Text } from '@chakra-ui/react';
import { Link } from 'react-router';
import { usePurchases } from './api';

/** What is sent for a job whose layout is decided on: what is still to be ordered, what is on the way, what lies ready. */
export function SentFor({ job }: { job: number }) {
  const purchases = usePurchases().data;
  if (!purchases) return null;
  const toOrder = purchases.toOrder.flatMap((o) =>
    o.lines.filter((l) => l.jobs.some((j) => j.job === job)).map((l) => ({ ...l, supplier: o.supplier })),
  );
  const packs = [...purchases.onTheWay, ...purchases.here].filter((p) => p.job?.job === job);
  if (toOrder.length === 0 && packs.length === 0) return null;
  return (
    <Stack as="ul" listStyleType="none" gap="0.5" aria-label="What is sent for it">
      {toOrder.map((l) => (
        <Text as="li" key={`${l.supplier} ${l.wording}`}>
          Still to be ordered: {l.wording}
          {l.supplier && ` of ${l.supplier}`}.{' '}
          <Link to="/orders" style={{ textDecoration: 'underline' }}>
            To the orders
          </Link>
        </Text>
      ))}
      {packs.map((p) => (
        <Text as="li" key={p.id}>
          {p.state === 'HERE' ? 'Here' : p.due ? `On the way, here on ${p.due}` : 'On the way'}: {p.wording},
          order {p.order}
          {p.reference && ` (${p.reference})`}.
        </Text>
      ))}
    </Stack>
  );
}
