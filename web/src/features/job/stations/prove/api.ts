import { useQuery } from '@tanstack/react-query';
import { api, type Schemas } from '../../../../api/client';

/** What was measured at two starts, one beside the other. */
export function useBeside(id: number, version: number, one: number | undefined, other: number | undefined) {
  return useQuery({
    queryKey: ['beside', id, version, one, other],
    queryFn: () => api.get<Schemas['ComparedView'][]>(`/api/jobs/${id}/starts/${one}/beside/${other}`),
    enabled: one !== undefined && other !== undefined && one !== other,
    placeholderData: (previous) => previous,
  });
}

/** What is still likely after the starts so far; asked only where one of them failed. */
export function useTrouble(id: number, version: number, wanted: boolean) {
  return useQuery({
    queryKey: ['trouble', id, version],
    queryFn: () => api.get<Schemas['TroubleView']>(`/api/jobs/${id}/trouble`),
    enabled: wanted,
    placeholderData: (previous) => previous,
  });
}
