import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, type Schemas } from '../../api/client';

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
      if (told.trim() === '') return job;
      const kept = await api.upload<Schemas['SourceKept']>(
        `/api/jobs/${job.id}/sources?name=${encodeURIComponent('told at the field desk')}`,
        new Blob([told], { type: 'application/octet-stream' }),
      );
      const answer = await api.post<Schemas['ChangeAnswer']>(`/api/jobs/${job.id}/changes`, {
        expectedVersion: job.version,
        changeId: crypto.randomUUID(),
        change: { type: 'AddSource', source: kept.id, name: 'told at the field desk' },
      } satisfies Schemas['ChangeRequest']);
      return answer.job;
    },
    onSuccess: () => queries.invalidateQueries({ queryKey: ['jobs'] }),
  });
}
