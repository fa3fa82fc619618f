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
