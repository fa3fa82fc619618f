import {
  keepPreviousData,
  useInfiniteQuery,
  useMutation,
  useQuery,
  useQueryClient,
} from '@tanstack/react-query';
import { api, ApiProblem, isRefusal, type Schemas } from '../../api/client';
import { addTold } from '../../api/told';

export type BoardJobs = Schemas['BoardView'];

/** The jobs on the bench, and those that were handed back last. */
export function useJobs() {
  return useQuery({ queryKey: ['jobs'], queryFn: () => api.get<BoardJobs>('/api/jobs') });
}

/** Jobs that were handed back and have these words, page by page; all of them where there are none. */
export function useHandedBack(text: string, wanted: boolean) {
  return useInfiniteQuery({
    queryKey: ['jobs', 'closed', text],
    queryFn: ({ pageParam }) =>
      api.get<Schemas['JobPageView']>(
        `/api/jobs/closed?text=${encodeURIComponent(text)}${pageParam === undefined ? '' : `&before=${pageParam}`}`,
      ),
    initialPageParam: undefined as number | undefined,
    getNextPageParam: (page) => page.next,
    enabled: wanted,
    placeholderData: keepPreviousData,
  });
}

/**
 * Takes a machine in; what was told at the field desk goes with it as the first thing that was read. Where nothing can be read in it
 * the machine is in all the same, and `unread` says that the words are still to be made readable.
 *
 * @param told "" for nothing
 */
export function useTakeIn() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async ({ told, ...body }: Schemas['TakeIn'] & { told: string }) => {
      const job = await api.post<Schemas['JobView']>('/api/jobs', body);
      if (told.trim() === '') return { job, unread: false };
      try {
        return { job: await addTold(job, told), unread: false };
      } catch (e) {
        if (e instanceof ApiProblem && isRefusal(e)) return { job, unread: true };
        throw e;
      }
    },
    onSuccess: () => queries.invalidateQueries({ queryKey: ['jobs'] }),
  });
}
