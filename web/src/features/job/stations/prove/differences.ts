import type { JobView } from '../../api';

type Start = JobView['starts'][number];

/** What was in other places than at the start before, a line each: its place, and what lay there then and now. */
export function changes(start: Start, before: Start | undefined): string[] {
  const now = places(start);
  if (!before) return start.arrangement.length > 0 ? start.arrangement : ['no module in a socket'];
  const then = places(before);
  const lines = [...new Set([...then.keys(), ...now.keys()])]
    .filter((place) => then.get(place) !== now.get(place))
    .map((place) =>
      now.has(place)
        ? `${place}: ${now.get(place)} in${then.has(place) ? `, ${then.get(place)} out` : ''}`
        : `${place}: ${then.get(place)} out`,
    );
  return lines.length > 0 ? lines : ['as before'];
}

function places(start: Start): Map<string, string> {
  return new Map(
    start.arrangement.map((line) => {
      const at = line.indexOf(': ');
      return [line.slice(0, at), line.slice(at + 2)] as const;
    }),
  );
}

/** What its firmware shows if all of what is in it now is well: of the last start where nothing moved since, of the plan where it is fitted. */
export function totalNow(job: Pick<JobView, 'starts' | 'fitLines' | 'expectation'>): string | undefined {
  const last = job.starts.at(-1);
  if (last?.counts) return last.comparison.find((l) => l.field === 'FIRMWARE_TOTAL')?.expected || undefined;
  return job.fitLines.every((l) => l.done) ? job.expectation.firmwareTotal : undefined;
}
