import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, type Schemas } from '../../../../api/client';

/** The first page of the drawer, for modules whose chip images one can try. */
export function useDrawer() {
  return useQuery({
    queryKey: ['drawer', 'first'],
    queryFn: () => api.get<Schemas['DrawerPageView']>('/api/drawer'),
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
