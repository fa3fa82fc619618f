import { useQuery, useQueryClient } from '@tanstack/react-query';
import { api, type Schemas } from '../../../../api/client';
import type { JobView } from '../../api';

/**
 * Layouts worth choosing between. They follow from what was found, what is wanted and what the shop knows; moves of the plan on the
 * table change none of it, and do not ask again.
 */
type OptionsView = Schemas['OptionsView'];

/** Layouts worth choosing between. A search that lasts is asked how far it is, and can be stopped. */
export function useOptions(job: JobView) {
  const client = useQueryClient();
  const knowledge = job.stamp.slice(job.stamp.indexOf('-'));
  const { operatingSystem, wordBits, firmwareVersion, processor } = job.intake;
  const queryKey = [
    'options',
    job.id,
    knowledge,
    job.found,
    job.need,
    job.order.wish,
    job.otherSchools,
    operatingSystem,
    wordBits,
    firmwareVersion,
    processor,
  ];
  const query = useQuery({
    queryKey,
    queryFn: async () => {
      const begun = client.getQueryData<OptionsView>(queryKey)?.search;
      if (begun) {
        try {
          return await api.get<OptionsView>(`/api/searches/${begun.id}`);
        } catch {
          // The application was started anew and knows nothing of it: once more from the beginning.
        }
      }
      return api.get<OptionsView>(`/api/jobs/${job.id}/options`);
    },
    // What was worth choosing when it was handed back is not worked out of what there is now.
    enabled: job.found.read && !job.closed,
    placeholderData: (previous) => previous,
    staleTime: 60_000,
    refetchInterval: (q) => (q.state.data?.search ? 700 : false),
  });
  const search = query.data?.search;
  const stop = async () => {
    if (search) client.setQueryData(queryKey, await api.delete<OptionsView>(`/api/searches/${search.id}`));
  };
  return { ...query, stop };
}

export function useHouse() {
  return useQuery({
    queryKey: ['house'],
    queryFn: () => api.get<Schemas['HouseView']>('/api/house'),
    staleTime: 60_000,
  });
}

export function useWhyNot(id: number, stamp: string, wanted: boolean) {
  return useQuery({
    queryKey: ['why-not', id, stamp],
    queryFn: () => api.get<Schemas['WhyNotView']>(`/api/jobs/${id}/why-not`),
    enabled: wanted,
  });
}

/** What is free in the drawer for a job's machine, what fits first. */
export function useStock(job: number) {
  return useQuery({
    queryKey: ['drawer', job],
    queryFn: () => api.get<Schemas['StockView'][]>(`/api/jobs/${job}/stock`),
  });
}
