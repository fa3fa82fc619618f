import { type QueryClient, useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useSyncExternalStore } from 'react';
import { ApiProblem, api, type Schemas } from '../../api/client';
import { ChangeQueue } from './queue';

export type JobView = Schemas['JobView'];
export type JobChange = Schemas['ChangeRequest']['change'];

export function useJob(id: number) {
  return useQuery({
    queryKey: ['job', id],
    queryFn: () => api.get<JobView>(`/api/jobs/${id}`),
    refetchInterval: 15_000,
  });
}

export function useDrawer() {
  return useQuery({
    queryKey: ['drawer'],
    queryFn: () => api.get<Schemas['DrawerModuleView'][]>('/api/drawer'),
  });
}

export function useOperatingSystems() {
  return useQuery({
    queryKey: ['operating-systems'],
    queryFn: () => api.get<Schemas['OperatingSystemChoice'][]>('/api/operating-systems'),
    staleTime: Infinity,
  });
}

export function useEvents(id: number, version: number) {
  return useQuery({
    queryKey: ['events', id, version],
    queryFn: () => api.get<Schemas['EventView'][]>(`/api/jobs/${id}/events`),
  });
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

export type EvidenceView = Schemas['EvidenceView'];

/** What the job's sources say together, as of this version of the job. */
export function useEvidence(id: number, version: number, wanted = true) {
  return useQuery({
    queryKey: ['evidence', id, version],
    queryFn: () => api.get<EvidenceView>(`/api/jobs/${id}/evidence`),
    enabled: wanted,
    placeholderData: (previous) => previous,
  });
}

export function useSourceDetail(job: number, source: string | undefined) {
  return useQuery({
    queryKey: ['source', job, source],
    queryFn: () =>
      api.get<Schemas['SourceDetail']>(`/api/jobs/${job}/sources/${encodeURIComponent(source!)}`),
    enabled: source !== undefined,
  });
}

export const MOST_SOURCE_BYTES = 1024 * 1024;

/** Hands bytes or a text to the server, which says what they are or why they are nothing. */
export async function handIn(job: number, name: string, content: Blob): Promise<Schemas['SourceKept']> {
  if (content.size > MOST_SOURCE_BYTES)
    throw new Error(`${name} is larger than 1 MB; nothing that is read here is. Check which file it is.`);
  return api.upload<Schemas['SourceKept']>(
    `/api/jobs/${job}/sources?name=${encodeURIComponent(name)}`,
    new Blob([content], { type: 'application/octet-stream' }),
  );
}

const queues = new Map<string, ChangeQueue>();

/** One queue per person and job; it goes on sending while another page is looked at. */
function queueOf(login: string, id: number, client: QueryClient): ChangeQueue {
  const key = `ridge-waiting:${login}:${id}`;
  let queue = queues.get(key);
  if (!queue) {
    const look = () =>
      client.fetchQuery({
        queryKey: ['job', id],
        queryFn: () => api.get<JobView>(`/api/jobs/${id}`),
        staleTime: 0,
      });
    queue = new ChangeQueue(key, {
      send: async (expectedVersion, { id: changeId, change }) => {
        const body: Schemas['ChangeRequest'] = { expectedVersion, changeId, change };
        await client.cancelQueries({ queryKey: ['job', id] });
        try {
          return await api.post<JobView>(`/api/jobs/${id}/changes`, body);
        } catch (e) {
          if (e instanceof ApiProblem && e.code === 'CHANGED_MEANWHILE') await look().catch(() => undefined);
          if (e instanceof ApiProblem && e.status === 401)
            await client.invalidateQueries({ queryKey: ['session'] });
          throw e;
        }
      },
      look,
      seen: () => client.getQueryData<JobView>(['job', id])?.version,
      landed: (job, change) => {
        client.setQueryData(['job', id], job);
        if (['TakeFromDrawer', 'RemoveModule', 'Undo', 'Redo'].includes(change.type))
          void client.invalidateQueries({ queryKey: ['drawer'] });
        void client.invalidateQueries({ queryKey: ['jobs'] });
      },
    });
    queues.set(key, queue);
    window.addEventListener('online', queue.retry);
  }
  return queue;
}

export function useJobChanges(login: string, id: number) {
  const client = useQueryClient();
  const queue = useMemo(() => queueOf(login, id, client), [login, id, client]);
  const state = useSyncExternalStore(queue.subscribe, queue.snapshot);
  // After a sign-in the page is mounted anew, and what waited for it goes on its way.
  useEffect(() => {
    if (queue.snapshot().kind === 'signed-out') queue.retry();
  }, [queue]);
  const change = useCallback((next: JobChange) => queue.add(next), [queue]);
  return { change, queue, state };
}

export type Change = ReturnType<typeof useJobChanges>['change'];
