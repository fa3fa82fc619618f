import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useRef, useState } from 'react';
import { ApiProblem, api, type Schemas } from '../../api/client';

export type JobView = Schemas['JobView'];
export type JobChange = Schemas['ChangeRequest']['change'];

export function useJob(id: number) {
  return useQuery({ queryKey: ['job', id], queryFn: () => api.get<JobView>(`/api/jobs/${id}`), refetchInterval: 15_000 });
}

export function useDrawer() {
  return useQuery({ queryKey: ['drawer'], queryFn: () => api.get<Schemas['DrawerModuleView'][]>('/api/drawer') });
}

export function useOperatingSystems() {
  return useQuery({ queryKey: ['operating-systems'], queryFn: () => api.get<Schemas['OperatingSystemChoice'][]>('/api/operating-systems'), staleTime: Infinity });
}

export function useEvents(id: number, version: number) {
  return useQuery({ queryKey: ['events', id, version], queryFn: () => api.get<Schemas['EventView'][]>(`/api/jobs/${id}/events`) });
}

export function useLabel(line: string) {
  return useQuery({
    queryKey: ['label', line],
    queryFn: () => api.post<Schemas['LabelView']>('/api/labels/decode', { line }),
    enabled: line.trim() !== '',
    staleTime: Infinity,
    placeholderData: (previous) => previous,
  });
}

export type SaveState = { kind: 'kept' } | { kind: 'saving' } | { kind: 'failed'; message: string; code: string };

/**
 * Changes go to the server one after the other, each on top of the version the one before left. Whoever changes something gets
 * the job as it then is; a refusal is shown and leaves what was typed alone.
 */
export function useJobChanges(id: number) {
  const queries = useQueryClient();
  const tail = useRef<Promise<unknown>>(Promise.resolve());
  const waiting = useRef(0);
  const [save, setSave] = useState<SaveState>({ kind: 'kept' });

  const change = useCallback(
    (next: JobChange | ((job: JobView) => JobChange)): Promise<JobView | undefined> => {
      waiting.current++;
      setSave({ kind: 'saving' });
      const run = async () => {
        try {
          const job = queries.getQueryData<JobView>(['job', id])!;
          const body: Schemas['ChangeRequest'] = { expectedVersion: job.version, change: typeof next === 'function' ? next(job) : next };
          await queries.cancelQueries({ queryKey: ['job', id] });
          const after = await api.post<JobView>(`/api/jobs/${id}/changes`, body);
          queries.setQueryData(['job', id], after);
          if (['TakeFromDrawer', 'RemoveModule'].includes(body.change.type)) {
            void queries.invalidateQueries({ queryKey: ['drawer'] });
          }
          void queries.invalidateQueries({ queryKey: ['jobs'] });
          if (--waiting.current === 0) setSave({ kind: 'kept' });
          return after;
        } catch (e) {
          waiting.current--;
          const problem = e instanceof ApiProblem ? e : new ApiProblem(0, 'UNEXPECTED', String(e), {});
          setSave({ kind: 'failed', message: problem.message, code: problem.code });
          if (problem.code === 'CHANGED_MEANWHILE') await queries.invalidateQueries({ queryKey: ['job', id] });
          return undefined;
        }
      };
      const result = tail.current.then(run);
      tail.current = result;
      return result;
    },
    [id, queries],
  );
  const dismiss = useCallback(() => setSave({ kind: 'kept' }), []);
  return { change, save, dismiss };
}

export type Change = ReturnType<typeof useJobChanges>['change'];
