import { useQuery } from '@tanstack/react-query';
import { api, type Schemas } from '../../../../api/client';

/** What is still likely after the starts so far; asked only where one of them failed. */
export function useTrouble(id: number, version: number, wanted: boolean) {
  return useQuery({
    queryKey: ['trouble', id, version],
    queryFn: () => api.get<Schemas['TroubleView']>(`/api/jobs/${id}/trouble`),
    enabled: wanted,
    placeholderData: (previous) => previous,
  });
}
