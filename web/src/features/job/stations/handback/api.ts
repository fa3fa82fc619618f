import { useQuery } from '@tanstack/react-query';
import { api, type Schemas } from '../../../../api/client';

export function useEvents(id: number, version: number) {
  return useQuery({
    queryKey: ['events', id, version],
    queryFn: () => api.get<Schemas['EventView'][]>(`/api/jobs/${id}/events`),
  });
}
