import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, type Schemas } from '../../api/client';

export type Range = Schemas['RangeView'];
export type Practice = Schemas['PracticeView'];
export type Ask = Schemas['CanAskView'];
export type Practised = Schemas['PractisedView'];
export type Learner = Schemas['LearnerView'];
export type Recounted = Schemas['RecountedView'];

export function useRange() {
  return useQuery({ queryKey: ['range'], queryFn: () => api.get<Range>('/api/practice') });
}

export function useBegin() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (what: string) => api.post<Schemas['BegunView']>('/api/practice', { what }),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['range'] }),
  });
}

/** Whether the lead may see what one practised. */
export function useShown() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (shown: boolean) => api.put('/api/practice/shown', { shown }),
    onSettled: () => queries.invalidateQueries({ queryKey: ['range'] }),
  });
}

/** What those practised who let the lead see it. */
export function useSheets(lead: boolean) {
  return useQuery({
    queryKey: ['range', 'sheets'],
    queryFn: () => api.get<Schemas['LearnerView'][]>('/api/practice/sheets'),
    enabled: lead,
  });
}

/** @param version of the job: what can be asked follows from what was done */
export function usePractice(job: number, version: number) {
  return useQuery({
    queryKey: ['practice', job, version],
    queryFn: () => api.get<Practice>(`/api/jobs/${job}/practice`),
    placeholderData: (before) => before,
  });
}

/** A queue of changes beside which something is asked that changes the job, too. */
export type Beside = { beside: <T>(task: () => Promise<T>) => Promise<T> };

/** What is asked and how it ends; what comes of it stands in the job, so all that is known of the job is looked at again. */
export function usePractising(job: number, queue: Beside) {
  const queries = useQueryClient();
  const landed = async () => {
    void queries.invalidateQueries({ queryKey: ['practice', job] });
    void queries.invalidateQueries({ queryKey: ['evidence', job] });
    void queries.invalidateQueries({ queryKey: ['trouble', job] });
    void queries.invalidateQueries({ queryKey: ['range'] });
  };
  return {
    ask: useMutation({
      mutationFn: ({ what, of, waited, passes }: Ask) =>
        queue.beside(() =>
          api.post<Practice>(`/api/jobs/${job}/practice/asks`, { what, of, waited, passes }),
        ),
      onSettled: landed,
    }),
    again: useMutation({
      mutationFn: ({ version, asks }: Recounted) =>
        api.post<Schemas['BegunView']>(`/api/jobs/${job}/practice/again`, { version, asks }),
      onSuccess: () => queries.invalidateQueries({ queryKey: ['range'] }),
    }),
    end: useMutation({
      mutationFn: () => queue.beside(() => api.post<Practice>(`/api/jobs/${job}/practice/end`, {})),
      onSettled: landed,
    }),
  };
}
