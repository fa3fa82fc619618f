import { useQuery } from '@tanstack/react-query';
import { api, type Schemas } from '../../../../api/client';

export function useLabel(line: string) {
  return useQuery({
    queryKey: ['label', line],
    queryFn: () => api.post<Schemas['LabelView']>('/api/labels/decode', { line }),
    enabled: line.trim() !== '',
    staleTime: Infinity,
    placeholderData: (previous) => previous,
  });
}
