import { useMutation, useQueryClient } from '@tanstack/react-query';
import { api, type Schemas } from '../../../../api/client';
import type { JobView } from '../../api';

/** Claims and trials of the machine's model; the job is looked at again when they have changed. */
export function useLimits(job: JobView) {
  const client = useQueryClient();
  const path = `/api/machines/${encodeURIComponent(job.machineId)}`;
  const done = { onSuccess: () => client.invalidateQueries({ queryKey: ['job', job.id] }) };
  const claim = useMutation({
    mutationFn: (body: Schemas['NewClaim']) => api.post<void>(`${path}/claims`, body),
    ...done,
  });
  const trial = useMutation({
    mutationFn: (body: Schemas['NewTrial']) => api.post<void>(`${path}/trials`, body),
    ...done,
  });
  const retract = useMutation({
    mutationFn: (what: string) => api.delete<void>(`${path}/${what}`),
    ...done,
  });
  return { claim, trial, retract };
}
