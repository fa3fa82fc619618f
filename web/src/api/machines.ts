import { useQuery } from '@tanstack/react-query';
import { api, type Schemas } from './client';

export type Machine = Schemas['MachineSummary'];

/** Machine records as they are listed; retired ones only where they are asked for. */
export function useMachines(retired = false) {
  return useQuery({
    queryKey: ['machines', retired],
    queryFn: () => api.get<Machine[]>(retired ? '/api/machines?retired=true' : '/api/machines'),
    staleTime: 60_000,
  });
}
