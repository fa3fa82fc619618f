import { useQuery } from '@tanstack/react-query';
import { api, type Schemas } from '../../api/client';

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
