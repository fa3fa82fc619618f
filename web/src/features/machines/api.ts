import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, type Schemas } from '../../api/client';

export type NewMachine = Schemas['NewMachine'];

export function useMachines() {
  return useQuery({
    queryKey: ['machines'],
    queryFn: () => api.get<Schemas['MachineSummary'][]>('/api/machines'),
    staleTime: 60_000,
  });
}

/** The standard rates of each generation, as the core has them. */
export function useRates(): Partial<Record<NewMachine['generation'], number[]>> {
  const rates = useQuery({
    queryKey: ['rates'],
    queryFn: () => api.get<Schemas['GenerationRates'][]>('/api/rates'),
    staleTime: Infinity,
  });
  return Object.fromEntries((rates.data ?? []).map((g) => [g.generation, g.rates]));
}

export function useMachine(id: string) {
  return useQuery({
    queryKey: ['machine', id],
    queryFn: () => api.get<Schemas['MachineView']>(`/api/machines/${encodeURIComponent(id)}`),
  });
}

export function useMachineJobs(id: string) {
  return useQuery({
    queryKey: ['jobs'],
    queryFn: () => api.get<Schemas['JobListEntry'][]>('/api/jobs'),
    select: (jobs) => jobs.filter((j) => j.machineId === id),
  });
}

function useAdd<B>(call: (body: B) => Promise<Schemas['MachineSummary']>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: call,
    onSuccess: () => client.invalidateQueries({ queryKey: ['machines'] }),
  });
}

export function useStarter() {
  return useAdd((body: NewMachine) => api.post<Schemas['MachineSummary']>('/api/machines/starter', body));
}

/** A whole record from a file. */
export function useRecordFile() {
  return useAdd(async (file: File) => {
    let record: unknown;
    try {
      record = JSON.parse(await file.text());
    } catch {
      throw new Error(
        `${file.name} is no JSON document. Choose a machine record as this program exports it.`,
      );
    }
    return api.post<Schemas['MachineSummary']>('/api/machines', record);
  });
}
