import { type QueryClient, useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useSyncExternalStore } from 'react';
import { ApiProblem, api, type Schemas } from '../../api/client';
import { ChangeQueue } from './queue';
import { alone, follow, isGone, live, tell } from './tabs';
import { WaitingStore } from './waiting';

export type JobView = Schemas['JobView'];
export type JobChange = Schemas['ChangeRequest']['change'];

export function useJob(id: number) {
  const client = useQueryClient();
  return useQuery({
    queryKey: ['job', id],
    queryFn: () => look(id, client),
    refetchInterval: 15_000,
  });
}

const queues = new Map<string, ChangeQueue>();
// Each page has a name of its own; what it leaves behind at a reload the next one takes over.
const tab = crypto.randomUUID();
live(tab);
const ADOPT_MS = 15_000;

/** The job as the server has it; what is known already is not sent again. */
async function look(id: number, client: QueryClient): Promise<JobView> {
  const known = client.getQueryData<JobView>(['job', id]);
  const fresh = await api.getUnless<JobView>(`/api/jobs/${id}`, known?.stamp);
  // While the answer was on its way a change may have landed: what is newer stays.
  const now = client.getQueryData<JobView>(['job', id]);
  if (!fresh) return now ?? known!;
  return now && now.version > fresh.version ? now : fresh;
}

/** One queue per person and job; it goes on sending while another page is looked at. */
function queueOf(login: string, id: number, client: QueryClient): ChangeQueue {
  const key = `ridge-waiting:${login}:${id}`;
  let queue = queues.get(key);
  if (!queue) {
    const lookNow = () =>
      client.fetchQuery({ queryKey: ['job', id], queryFn: () => look(id, client), staleTime: 0 });
    queue = new ChangeQueue(
      {
        send: async (expectedVersion, { id: changeId, change }) => {
          const body: Schemas['ChangeRequest'] = { expectedVersion, changeId, by: login, change };
          // A look under way would show the job as it was; the very first one is waited for by the page and goes on.
          if (client.getQueryData(['job', id])) await client.cancelQueries({ queryKey: ['job', id] });
          try {
            return await api.post<Schemas['ChangeAnswer']>(`/api/jobs/${id}/changes`, body);
          } catch (e) {
            if (e instanceof ApiProblem && e.code === 'CHANGED_MEANWHILE')
              await lookNow().catch(() => undefined);
            if (e instanceof ApiProblem && e.status === 401)
              await client.invalidateQueries({ queryKey: ['session'] });
            throw e;
          }
        },
        look: lookNow,
        seen: () => client.getQueryData<JobView>(['job', id])?.version,
        landed: (job, change) => {
          client.setQueryData(['job', id], job);
          if (HOLDS.includes(change.type)) void client.invalidateQueries({ queryKey: ['drawer'] });
          if (change.type === 'AdoptLayout' || change.type === 'ChoosePlan')
            void client.invalidateQueries({ queryKey: ['options'] });
          void client.invalidateQueries({ queryKey: ['jobs'] });
        },
        alone: (task) => alone(key, task),
        tell: (from, to, job) => tell(key, from, to, job),
      },
      new WaitingStore(key, tab),
    );
    queues.set(key, queue);
  }
  return queue;
}

/** What a queue listens to while its page is there; what it has to send it sends without. */
function attend(login: string, id: number, queue: ChangeQueue, client: QueryClient): () => void {
  const unfollow = follow(`ridge-waiting:${login}:${id}`, id, queue, client);
  const adopt = () => void queue.adopt(isGone);
  adopt();
  // At a reload the page before may take a moment to be gone.
  const soon = [300, 1_500].map((ms) => setTimeout(adopt, ms));
  const often = setInterval(adopt, ADOPT_MS);
  window.addEventListener('online', queue.retry);
  return () => {
    unfollow();
    soon.forEach(clearTimeout);
    clearInterval(often);
    window.removeEventListener('online', queue.retry);
  };
}

/** Changes after which other modules of the drawer may be free. */
const HOLDS: JobChange['type'][] = [
  'AdoptLayout',
  'PutOnTable',
  'DropLayout',
  'ChoosePlan',
  'PlanModule',
  'RemoveModule',
  'ResetPlan',
  'Undo',
  'Redo',
];

export function useJobChanges(login: string, id: number) {
  const client = useQueryClient();
  const queue = useMemo(() => queueOf(login, id, client), [login, id, client]);
  const state = useSyncExternalStore(queue.subscribe, queue.snapshot);
  useEffect(() => attend(login, id, queue, client), [login, id, queue, client]);
  // After a sign-in the page is mounted anew, and what waited for it goes on its way.
  useEffect(() => {
    if (queue.snapshot().kind === 'held') queue.retry();
  }, [queue]);
  const change = useCallback(
    (next: JobChange, onRefused?: (message: string) => void) => queue.add(next, onRefused),
    [queue],
  );
  return { change, queue, state };
}

export type Change = ReturnType<typeof useJobChanges>['change'];
