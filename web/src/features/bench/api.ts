import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, type Schemas } from '../../api/client';

export function useJobs() {
  return useQuery({ queryKey: ['jobs'], queryFn: () => api.get<Schemas['JobListEntry'][]>('/api/jobs') });
}

export function useMachines() {
  return useQuery({
    queryKey: ['machines'],
    queryFn: () => api.get<Schemas['MachineSummary'][]>('/api/machines'),
    staleTime: 60_000,
  });
}

export function useTakeIn() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: Schemas['TakeIn']) => api.post<Schemas['JobView']>('/api/jobs', body),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['jobs'] }),
  });
}
