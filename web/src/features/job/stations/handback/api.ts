import { useInfiniteQuery } from '@tanstack/react-query';
import { api, type Schemas } from '../../../../api/client';

type Events = Schemas['EventView'][];

/** What was done, a page at a time from the end; every job begins with version 1. */
export function useEvents(id: number, version: number) {
  return useInfiniteQuery({
    queryKey: ['events', id, version],
    queryFn: ({ pageParam }) =>
      api.get<Events>(`/api/jobs/${id}/events${pageParam ? `?before=${pageParam}` : ''}`),
    initialPageParam: 0,
    getNextPageParam: (last: Events) =>
      last.length > 0 && last[0].version > 1 ? last[0].version : undefined,
    select: (data) => [...data.pages].reverse().flat(),
  });
}
