import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, type Schemas } from '../../api/client';

export type Purchases = Schemas['PurchasesView'];
export type Pack = Schemas['PackView'];
export type ToOrder = Schemas['ToOrderView'];
export type ForJob = Schemas['ForJobView'];

const KEY = ['purchases'];

/** What is to be ordered, what is on the way, and what is here. */
export function usePurchases(wanted = true) {
  return useQuery({
    queryKey: KEY,
    queryFn: () => api.get<Purchases>('/api/purchases'),
    enabled: wanted,
    // Others order too, and jobs change what they need.
    refetchInterval: 15_000,
  });
}

/** What is done with orders; each answers with all of it as it is then, and the bench follows. */
export function usePurchasing() {
  const queries = useQueryClient();
  const landed = (next: Purchases) => {
    queries.setQueryData(KEY, next);
    void queries.invalidateQueries({ queryKey: ['jobs'] });
    void queries.invalidateQueries({ queryKey: ['room'] });
  };
  const again = () => queries.invalidateQueries({ queryKey: KEY });
  return {
    order: useMutation({
      mutationFn: (body: Schemas['PlaceOrder']) => api.post<Purchases>('/api/purchases', body),
      onSuccess: landed,
      onError: again,
    }),
    step: useMutation({
      mutationFn: ({ pack, to }: { pack: Pack; to: Pack['state'] }) =>
        api.post<Schemas['PackStepAnswer']>(`/api/purchases/packs/${pack.id}`, { from: pack.state, to }),
      onSuccess: (answer) => landed(answer.purchases),
      onError: again,
    }),
  };
}

const LEAST_TYPED = 3;

/** Packs that a text on a parcel or its papers means: words of the item, the order's number here or at the supplier's. */
export function meant(packs: Pack[], text: string): Pack[] {
  const typed = text.trim().toLowerCase();
  if (typed.length < LEAST_TYPED) return [];
  const words = typed.split(/\s+/);
  return packs.filter(
    (p) =>
      p.reference.toLowerCase() === typed ||
      `order ${p.order}` === typed ||
      words.every((w) => p.wording.toLowerCase().includes(w)),
  );
}

/** Whether all of them are the same thing, so that it does not matter which of them came. */
export function oneThing(packs: Pack[]): boolean {
  return new Set(packs.map((p) => `${p.supplier}\n${p.wording}\n${p.pieces}`)).size === 1;
}
