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
  const [first, ...others] = kept.all;
  let now = await add(job, first.id, NAME);
  // One file of a system is several sources.
  for (const one of others) now = await add(now, one.id, one.name);
  return now;
}

async function add(
  job: { id: number; version: number },
  source: string,
  name: string,
): Promise<Schemas['JobView']> {
  const answer = await api.post<Schemas['ChangeAnswer']>(`/api/jobs/${job.id}/changes`, {
    expectedVersion: job.version,
    changeId: crypto.randomUUID(),
    change: { type: 'AddSource', source, name },
  } satisfies Schemas['ChangeRequest']);
  return answer.job;
}
