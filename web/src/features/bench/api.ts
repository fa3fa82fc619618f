import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, type Schemas } from '../../api/client';
import { addTold } from '../../api/told';

export function useJobs() {
  return useQuery({ queryKey: ['jobs'], queryFn: () => api.get<Schemas['JobListEntry'][]>('/api/jobs') });
}

/**
 * Takes a machine in; what was told at the field desk goes with it as the first thing that was read.
 *
 * @param told "" for nothing
 */
export function useTakeIn() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async ({ told, ...body }: Schemas['TakeIn'] & { told: string }) => {
      const job = await api.post<Schemas['JobView']>('/api/jobs', body);
      return told.trim() === '' ? job : addTold(job, told);
    },
    onSuccess: () => queries.invalidateQueries({ queryKey: ['jobs'] }),
  });
}
