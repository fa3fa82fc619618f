import { type QueryClient, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
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

/** The first page of the drawer, for modules whose chip images one can try. */
export function useDrawer() {
  return useQuery({
    queryKey: ['drawer', 'first'],
    queryFn: () => api.get<Schemas['DrawerPageView']>('/api/drawer'),
  });
}

/**
 * Layouts worth choosing between. They follow from what was found, what is wanted and what the shop knows; moves of the plan on the
 * table change none of it, and do not ask again.
 */
type OptionsView = Schemas['OptionsView'];

/** Layouts worth choosing between. A search that lasts is asked how far it is, and can be stopped. */
export function useOptions(job: JobView) {
  const client = useQueryClient();
  const knowledge = job.stamp.slice(job.stamp.indexOf('-'));
  const { operatingSystem, wordBits, firmwareVersion, processor } = job.intake;
  const queryKey = [
    'options',
    job.id,
    knowledge,
    job.found,
    job.need,
    job.otherSchools,
    operatingSystem,
    wordBits,
    firmwareVersion,
    processor,
  ];
  const query = useQuery({
    queryKey,
    queryFn: async () => {
      const begun = client.getQueryData<OptionsView>(queryKey)?.search;
      if (begun) {
        try {
          return await api.get<OptionsView>(`/api/searches/${begun.id}`);
        } catch {
          // The application was started anew and knows nothing of it: once more from the beginning.
        }
      }
      return api.get<OptionsView>(`/api/jobs/${job.id}/options`);
    },
    enabled: job.found.read,
    placeholderData: (previous) => previous,
    staleTime: 60_000,
    refetchInterval: (q) => (q.state.data?.search ? 700 : false),
  });
  const search = query.data?.search;
  const stop = async () => {
    if (search) client.setQueryData(queryKey, await api.delete<OptionsView>(`/api/searches/${search.id}`));
  };
  return { ...query, stop };
}

export function useHouse() {
  return useQuery({
    queryKey: ['house'],
    queryFn: () => api.get<Schemas['HouseView']>('/api/house'),
    staleTime: 60_000,
  });
}

export function useWhyNot(id: number, stamp: string, wanted: boolean) {
  return useQuery({
    queryKey: ['why-not', id, stamp],
    queryFn: () => api.get<Schemas['WhyNotView']>(`/api/jobs/${id}/why-not`),
    enabled: wanted,
  });
}

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

/** What is free in the drawer for a job's machine, what fits first. */
export function useStock(job: number) {
  return useQuery({
    queryKey: ['drawer', job],
    queryFn: () => api.get<Schemas['StockView'][]>(`/api/jobs/${job}/stock`),
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

/** What is still likely after the starts so far; asked only where one of them failed. */
export function useTrouble(id: number, version: number, wanted: boolean) {
  return useQuery({
    queryKey: ['trouble', id, version],
    queryFn: () => api.get<Schemas['TroubleView']>(`/api/jobs/${id}/trouble`),
    enabled: wanted,
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

/** Takes a position out of a machine's record, at the version that the record is at now. */
export function usePublish(machine: string, position: string) {
  const client = useQueryClient();
  const path = `/api/machines/${encodeURIComponent(machine)}`;
  return useMutation({
    mutationFn: async () => {
      const now = await api.get<Schemas['MachineView']>(path);
      return api.delete<Schemas['MachineSummary']>(
        `${path}/positions/${encodeURIComponent(position)}?expectedVersion=${now.summary.version}`,
      );
    },
    onSuccess: () => client.invalidateQueries({ queryKey: ['machines'] }),
  });
}

/** What half a minute tells, once something was read. */
export function useJobGlance(id: number, version: number, wanted: boolean) {
  return useQuery({
    queryKey: ['job-glance', id, version],
    queryFn: () => api.get<Schemas['GlanceView']>(`/api/jobs/${id}/glance`),
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
    follow(key, id, queue, client);
    const made = queue;
    void made.adopt(isGone);
    // At a reload the page before may take a moment to be gone.
    for (const soon of [300, 1_500]) setTimeout(() => void made.adopt(isGone), soon);
    setInterval(() => void made.adopt(isGone), ADOPT_MS);
    window.addEventListener('online', queue.retry);
  }
  return queue;
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
