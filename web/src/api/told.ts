import { api, type Schemas } from './client';

type HandedIn = Schemas['HandedIn'];
type JobView = Schemas['JobView'];
type Change = Schemas['ChangeRequest']['change'];

const NAME = 'told at the field desk';
const MOST_BYTES = 1024 * 1024;

/**
 * Hands bytes or a text to the server, which says what they are or why they are nothing.
 *
 * @throws Error where it is larger than anything that is read
 */
export async function handIn(job: number, name: string, content: Blob): Promise<HandedIn> {
  if (content.size > MOST_BYTES)
    throw new Error(`${name} is larger than 1 MB; nothing that is read here is. Check which file it is.`);
  return api.upload<HandedIn>(
    `/api/jobs/${job}/sources?name=${encodeURIComponent(name)}`,
    new Blob([content], { type: 'application/octet-stream' }),
  );
}

/**
 * What follows from what was handed in, in its order: each source of it; what of Take in it answers; and what it shows of the memory,
 * where nobody has read that before.
 *
 * @param position where the one module sits that it is of
 */
export function changesOf(kept: HandedIn, before: JobView['before'], position?: string): Change[] {
  // One file of a system is several sources; of a chip in it nobody said where it sits.
  const alone = kept.all.length === 1 && kept.unread.length === 0;
  const changes: Change[] = kept.all.map((one) => ({
    type: 'AddSource',
    source: one.id,
    name: one.name,
    ...(alone && position && (one.kind === 'CHIP' || one.kind === 'LABEL') ? { position } : {}),
  }));
  if (Object.values(kept.answers).some((a) => a !== undefined))
    changes.push({ type: 'AnswerIntake', ...kept.answers });
  const known = before as Record<string, unknown>;
  const readings = Object.fromEntries(
    Object.entries(kept.readings).filter(([name]) => known[name] === undefined),
  );
  if (Object.keys(readings).length > 0) changes.push({ type: 'EnterReadout', phase: 'BEFORE', readings });
  return changes;
}

/** What was told at the field desk becomes something that was read for a job; gives the job as it is then. */
export async function addTold(job: JobView, told: string): Promise<JobView> {
  const kept = await handIn(job.id, NAME, new Blob([told]));
  let now = job;
  for (const change of changesOf(kept, job.before)) now = await land(now, change);
  return now;
}

async function land(job: JobView, change: Change): Promise<JobView> {
  const answer = await api.post<Schemas['ChangeAnswer']>(`/api/jobs/${job.id}/changes`, {
    expectedVersion: job.version,
    changeId: crypto.randomUUID(),
    change,
  } satisfies Schemas['ChangeRequest']);
  return answer.job;
}
