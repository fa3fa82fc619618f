import { api, type Schemas } from './client';

const NAME = 'told at the field desk';

/** What was told at the field desk becomes something that was read for a job; gives the job as it is then. */
export async function addTold(
  job: { id: number; version: number },
  told: string,
): Promise<Schemas['JobView']> {
  const kept = await api.upload<Schemas['HandedIn']>(
    `/api/jobs/${job.id}/sources?name=${encodeURIComponent(NAME)}`,
    new Blob([told], { type: 'application/octet-stream' }),
  );
  const answer = await api.post<Schemas['ChangeAnswer']>(`/api/jobs/${job.id}/changes`, {
    expectedVersion: job.version,
    changeId: crypto.randomUUID(),
    change: { type: 'AddSource', source: kept.id, name: NAME },
  } satisfies Schemas['ChangeRequest']);
  return answer.job;
}
