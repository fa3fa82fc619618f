import { useMutation, useQuery } from '@tanstack/react-query';
import { api, type Schemas } from '../../api/client';
import { addTold } from '../../api/told';

export type GlanceView = Schemas['GlanceView'];

/** The half-minute look at a text, held against a record where the model is known. */
export function useGlance(text: string, machineId: string) {
  return useQuery({
    queryKey: ['glance', text, machineId],
    queryFn: () => api.post<GlanceView>('/api/glance', { text, machineId: machineId || undefined }),
    enabled: text.trim() !== '',
    staleTime: Infinity,
    placeholderData: (previous) => previous,
  });
}

/** Jobs that are on the bench, to add to one of them. */
export function useOpenJobs() {
  return useQuery({
    queryKey: ['jobs'],
    queryFn: () => api.get<Schemas['BoardView']>('/api/jobs'),
    select: (board) => board.jobs.filter((j) => !j.closed),
  });
}

export function useAddTold() {
  return useMutation({
    mutationFn: async ({ job, told }: { job: number; told: string }) =>
      addTold(await api.get<Schemas['JobView']>(`/api/jobs/${job}`), told),
  });
}
