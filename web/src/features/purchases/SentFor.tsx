import { Stack, Text } from '@chakra-ui/react';
import { Link } from 'react-router';
import { inRoom, useRoom, useRooms } from '../rooms';
import { usePurchases } from './api';

/**
 * What comes from elsewhere for a job whose layout is decided on: what is still to be ordered, what is on the way, what lies ready, and
 * what another machine of its room was to give and does not.
 */
export function SentFor({ job }: { job: number }) {
  const purchases = usePurchases().data;
  const room = useRoom(inRoom(useRooms().data, job)?.room.id).data;
  const inIt = room?.units.find((u) => u.job === job);
  if (!purchases) return null;
  const toOrder = purchases.toOrder.flatMap((o) =>
    o.lines.filter((l) => l.jobs.some((j) => j.job === job)).map((l) => ({ ...l, supplier: o.supplier })),
  );
  const packs = [...purchases.onTheWay, ...purchases.here].filter((p) => p.job?.job === job);
  const missing = inIt?.missing ?? [];
  const out = inIt?.waitsFor ?? '';
  if (toOrder.length + packs.length + missing.length === 0 && out === '') return null;
  return (
    <Stack as="ul" listStyleType="none" gap="0.5" aria-label="What is sent for it">
      {missing.map((m) => (
        <Text as="li" key={m} color="stop" fontWeight="700">
          <span aria-hidden="true">⬣ </span>
          {m}.
        </Text>
      ))}
      {packs.length + toOrder.length === 0 && out !== '' && <Text as="li">Waits for {out}.</Text>}
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
