import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, type Schemas } from '../../api/client';
import type { Machine } from '../../api/machines';

export type QuickMachine = Schemas['QuickMachine'];
export type Spot = Schemas['SpotForm'];

const one = (id: string) => `/api/machines/${encodeURIComponent(id)}`;

/** The standard rates of each generation, as the core has them. */
export function useRates(): Partial<Record<QuickMachine['generation'], number[]>> {
  const rates = useQuery({
    queryKey: ['rates'],
    queryFn: () => api.get<Schemas['GenerationRates'][]>('/api/rates'),
    staleTime: Infinity,
  });
  return Object.fromEntries((rates.data ?? []).map((g) => [g.generation, g.rates]));
}

/** The drawn shapes, the commonest first. */
export function useShapes() {
  return useQuery({
    queryKey: ['shapes'],
    queryFn: () => api.get<Schemas['ShapeView'][]>('/api/shapes'),
    staleTime: Infinity,
  });
}

export function useMachine(id: string) {
  return useQuery({
    queryKey: ['machine', id],
    queryFn: () => api.get<Schemas['MachineView']>(one(id)),
  });
}

export function useMachinePicture(id: string, version: number | undefined) {
  return useQuery({
    queryKey: ['machine-picture', id, version],
    queryFn: () => api.get<Schemas['PictureView']>(`${one(id)}/picture`),
    enabled: version !== undefined,
  });
}

export function useVersions(id: string, version: number | undefined) {
  return useQuery({
    queryKey: ['machine-versions', id, version],
    queryFn: () => api.get<Schemas['Version'][]>(`${one(id)}/versions`),
    enabled: version !== undefined,
  });
}

export function useQuickFacts(id: string, wanted: boolean) {
  return useQuery({
    queryKey: ['machine-quick', id],
    queryFn: () => api.get<Schemas['QuickView']>(`${one(id)}/quick`),
    enabled: wanted,
    staleTime: 0,
  });
}

export function useMachineJobs(id: string) {
  return useQuery({
    queryKey: ['jobs', 'of', id],
    queryFn: () => api.get<Schemas['JobPageView']>(`${one(id)}/jobs`),
  });
}

/** A change of records: afterwards the list and the record are looked at anew. */
function useRecords<B>(call: (body: B) => Promise<Machine>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: call,
    onSuccess: () =>
      Promise.all(
        ['machines', 'machine', 'machine-quick'].map((key) => client.invalidateQueries({ queryKey: [key] })),
      ),
  });
}

export const useQuick = () =>
  useRecords((body: QuickMachine) => api.post<Machine>('/api/machines/quick', body));

/** Facts for the form, out of a firmware table or a listing of it. */
export function useDraft() {
  return useMutation({
    mutationFn: (file: Blob) =>
      api.upload<QuickMachine>('/api/machines/draft', new Blob([file], { type: 'application/octet-stream' })),
  });
}

export const useChangeQuick = (id: string) =>
  useRecords((body: Schemas['QuickChange']) => api.put<Machine>(`${one(id)}/quick`, body));

export const useCopy = (id: string) =>
  useRecords((body: Schemas['Sister']) => api.post<Machine>(`${one(id)}/copy`, body));

export const useRetire = (id: string) =>
  useRecords((retired: boolean) => api.put<Machine>(`${one(id)}/retired`, { retired }));

/** The record as it is exported. */
export function useWholeRecord(id: string, version: number | undefined) {
  return useQuery({
    queryKey: ['machine-record', id, version],
    queryFn: () => api.get<Schemas['MachineRecord']>(`${one(id)}/record`),
    enabled: version !== undefined,
    staleTime: Infinity,
  });
}

/** What a record on its way yields: its faults, or how each position is reached. */
export function useCheckedRecord(record: Schemas['MachineRecord']) {
  return useQuery({
    queryKey: ['machine-check', record],
    queryFn: () => api.post<Schemas['RecordLook']>('/api/machines/check', record),
    placeholderData: (previous) => previous,
    gcTime: 0,
  });
}

export const useChangeRecord = (id: string) =>
  useRecords((body: Schemas['RecordChange']) => api.put<Machine>(`${one(id)}/record`, body));

/** A whole record from a file: a new one, or the next version of one. */
export function useRecordFile(next?: { id: string; version: number }) {
  return useRecords(async (file: File) => {
    let record: unknown;
    try {
      record = JSON.parse(await file.text());
    } catch {
      throw new Error(
        `${file.name} is no JSON document. Choose a machine record as this program exports it.`,
      );
    }
    return next
      ? api.put<Machine>(`${one(next.id)}/record`, { record, expectedVersion: next.version })
      : api.post<Machine>('/api/machines', record);
  });
}

/** What closed jobs of a model taught. */
export function useLearned(id: string) {
  return useQuery({
    queryKey: ['learned', id],
    queryFn: () => api.get<Schemas['LearnedView']>(`/api/machines/${encodeURIComponent(id)}/learned`),
  });
}

export function useKeepLearned(id: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (keys: string[]) =>
      api.post<Schemas['LearnedView']>(`/api/machines/${encodeURIComponent(id)}/learned`, { keys }),
    onSuccess: (now) => {
      client.setQueryData(['learned', id], now);
      return Promise.all(
        ['machine', 'machines', 'machine-versions'].map((key) =>
          client.invalidateQueries({ queryKey: [key] }),
        ),
      );
    },
  });
}
