import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, ApiProblem, isRefusal, type Schemas } from '../../api/client';
import { addTold } from '../../api/told';

export function useJobs() {
  return useQuery({ queryKey: ['jobs'], queryFn: () => api.get<Schemas['JobListEntry'][]>('/api/jobs') });
}

/**
 * Takes a machine in; what was told at the field desk goes with it as the first thing that was read. Where nothing can be read in it
 * the machine is in all the same, and `unread` says that the words are still to be made readable.
 *
 * @param told "" for nothing
 */
export function useTakeIn() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async ({ told, ...body }: Schemas['TakeIn'] & { told: string }) => {
      const job = await api.post<Schemas['JobView']>('/api/jobs', body);
      if (told.trim() === '') return { job, unread: false };
      try {
        return { job: await addTold(job, told), unread: false };
      } catch (e) {
        if (e instanceof ApiProblem && isRefusal(e)) return { job, unread: true };
        throw e;
      }
    },
    onSuccess: () => queries.invalidateQueries({ queryKey: ['jobs'] }),
  });
}
