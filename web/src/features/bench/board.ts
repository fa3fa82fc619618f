import type { Schemas } from '../../api/client';
import { STATIONS } from '../../parts/stations';

export type Job = Schemas['JobListEntry'];
type Group = 'FIRST' | 'FAILING' | 'US' | 'TIMER' | 'OWNER' | 'PARTS' | 'OUTSIDE' | 'NOTHING';

/** What the jobs of a group wait for; the first is what cannot wait. */
export const GROUPS: [Group, string][] = [
  ['FIRST', 'Blocked or late'],
  ['FAILING', 'Does not start as it should'],
  ['US', 'Ready for us'],
  ['TIMER', 'A timer runs'],
  ['OWNER', "Waits for the owner's yes"],
  ['PARTS', 'Waits for parts'],
  ['OUTSIDE', 'The machine is not here'],
  ['NOTHING', 'Handed back'],
];

/** @param timed jobs with a timer that has not rung */
function groupOf(job: Job, timed: Set<number>): Group {
  if (job.closed) return 'NOTHING';
  if ((job.daysLeft ?? 0) < 0) return 'FIRST';
  // What is sought has a group of its own, although nothing goes on at Prove until it is found.
  if (job.waits === 'CAUSE' || job.waits === 'TEST') return timed.has(job.id) ? 'TIMER' : 'FAILING';
  if (job.blocked) return 'FIRST';
  return job.waits === 'US' && timed.has(job.id) ? 'TIMER' : job.waits;
}

/** Groups that hold something, in their order; within one the nearest promise first, then as they came. */
export function grouped(jobs: Job[], timed: Set<number>): [Group, string, Job[]][] {
  return GROUPS.map<[Group, string, Job[]]>(([group, name]) => [
    group,
    name,
    jobs
      .filter((j) => groupOf(j, timed) === group)
      .sort((a, b) => (a.daysLeft ?? Infinity) - (b.daysLeft ?? Infinity) || 0),
  ]).filter(([, , held]) => held.length > 0);
}

/** Where a job stands, in two words. */
export function stateOf(job: Job): string {
  const at = STATIONS.find((s) => s.id === job.station)?.name ?? '';
  if (job.waits === 'CAUSE') return 'choose a test';
  if (job.waits === 'TEST') return 'start the chosen test';
  return job.closed ? 'handed back' : job.blocked ? `blocked at ${at}` : `next: ${at}`;
}

/** "late by 2 days", "today", "in 3 days". */
export function promise(daysLeft: number): string {
  const days = Math.abs(daysLeft);
  const count = days === 1 ? '1 day' : `${days} days`;
  return daysLeft < 0 ? `late by ${count}` : daysLeft === 0 ? 'for today' : `in ${count}`;
}

/** Whether a job has every word in it: machine, owner, wish, person, state, days. */
export function has(job: Job, words: string): boolean {
  const text = [
    `#${job.id}`,
    job.machine,
    job.owner,
    job.wish,
    job.updatedBy,
    stateOf(job),
    job.promised,
    job.partsOn,
    job.returnUntil,
    job.away,
  ]
    .join(' ')
    .toLowerCase();
  return words
    .toLowerCase()
    .split(/\s+/)
    .every((w) => text.includes(w));
}
