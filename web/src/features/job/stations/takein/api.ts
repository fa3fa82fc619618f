import { useQuery } from '@tanstack/react-query';
import { api, type Schemas } from '../../../../api/client';

export function useOperatingSystems() {
  return useQuery({
    queryKey: ['operating-systems'],
    queryFn: () => api.get<Schemas['OperatingSystemChoice'][]>('/api/operating-systems'),
    staleTime: Infinity,
  });
}
