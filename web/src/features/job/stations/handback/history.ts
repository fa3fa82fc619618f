import type { Schemas } from '../../../../api/client';

export type JobEvent = Schemas['EventView'];
export type Line = { key: number; events: JobEvent[] };

/** What hands do at the open machine, one after the other: of interest one by one only to whoever looks closer. */
const HANDS = new Set([
  'TickStep',
  'TickSteps',
  'TurnScrew',
  'ConfirmFit',
  'ConfirmCarrier',
  'DrawScrew',
  'Undo',
]);

const isHands = (line: JobEvent) => HANDS.has(line.type);

/** The events of a job, the latest first; those of one person's hands in one opening as one line. */
export function joined(events: JobEvent[]): Line[] {
  const lines: Line[] = [];
  for (const event of [...events].reverse()) {
    const last = lines.at(-1);
    if (last && isHands(event) && last.events.every(isHands) && last.events[0].who === event.who)
      last.events.push(event);
    else lines.push({ key: event.version, events: [event] });
  }
  return lines;
}

/** Several events in words: how often what was done, the most frequent first. */
export function inShort(events: JobEvent[]): string {
  const counts = new Map<string, number>();
  for (const e of events) counts.set(e.what, (counts.get(e.what) ?? 0) + 1);
  return [...counts]
    .sort((a, b) => b[1] - a[1])
    .map(([what, n]) => (n > 1 ? `${what}, ${n} times` : what))
    .join('; ');
}
