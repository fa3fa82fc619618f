import type { Schemas } from '../../api/client';
import { words } from '../../api/words';
import { STATIONS } from '../../parts/stations';

export type Job = Schemas['JobListEntry'];
type Group = 'FIRST' | 'FAILING' | 'US' | 'TIMER' | 'OWNER' | 'ORDER' | 'PARTS' | 'OUTSIDE' | 'NOTHING';

/** What the jobs of a group wait for; the first is what cannot wait. */
const GROUPS: Group[] = ['FIRST', 'FAILING', 'US', 'TIMER', 'OWNER', 'ORDER', 'PARTS', 'OUTSIDE', 'NOTHING'];

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
  return GROUPS.map<[Group, string, Job[]]>((group) => [
    group,
    words[`board.${group}`],
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

/** Whether a job has every word in it that the board shows of it: machine, owner, wish, person, state, group, days. */
export function has(job: Job, typed: string, timed: Set<number>): boolean {
  const text = [
    `#${job.id}`,
    job.machine,
    job.owner,
    job.wish,
    job.updatedBy,
    stateOf(job),
    words[`board.${groupOf(job, timed)}`],
    job.closed || job.daysLeft === undefined ? '' : promise(job.daysLeft),
    job.promised,
    job.partsOn,
    job.returnUntil,
    job.away,
  ]
    .join(' ')
    .toLowerCase();
  return typed
    .toLowerCase()
    .split(/\s+/)
    .every((w) => text.includes(w));
}
