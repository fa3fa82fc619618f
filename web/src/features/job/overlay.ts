import type { JobChange, JobView } from './api';
import type { Waiting } from './waiting';

/** The job as it will be when what is waiting has landed, as far as it is plain to see; what follows from it the server works out. */
export function withWaiting(job: JobView, waiting: Waiting[]): JobView {
  return waiting.reduce((now, { change }) => overlay(now, change), job);
}

const NUMBERS = [
  'rate',
  'casLatency',
  'positionsFilled',
  'ranks',
  'channels',
  'bandwidthMegabytes',
  'testPasses',
  'testErrors',
  'testMinutes',
];

type Readout = JobView['before'];

function typed(now: Readout, readings: Record<string, string>): Readout {
  const read = Object.entries(readings).map(([name, text]) => {
    if (name === 'conditions') return [name, text];
    if (name === 'cannotRead') return [name, text ? text.split(',') : []];
    // "CL36" and "dual" are numbers once the server has read them.
    const number = NUMBERS.includes(name) && !Number.isNaN(Number(text));
    return [name, text === '' ? undefined : number ? Number(text) : text];
  });
  return { ...now, ...Object.fromEntries(read) };
}

function overlay(job: JobView, change: JobChange): JobView {
  switch (change.type) {
    case 'AnswerIntake': {
      const { type: _, operatingSystem, wordBits, owner, wish, ...rest } = change;
      const intake = { ...job.intake, ...rest };
      if (operatingSystem !== undefined) intake.operatingSystem = operatingSystem || undefined;
      if (wordBits !== undefined) intake.wordBits = wordBits || undefined;
      return {
        ...job,
        intake,
        order: { ...job.order, owner: owner ?? job.order.owner, wish: wish ?? job.order.wish },
      };
    }
    case 'NoteOrder': {
      const { promised = job.order.promised, away = job.order.away } = change;
      return { ...job, order: { ...job.order, promised: promised || undefined, away: away || undefined } };
    }
    case 'EnterReadout': {
      if (change.phase === 'BEFORE') return { ...job, before: typed(job.before, change.readings) };
      const at = change.start ?? job.starts.at(-1)?.no;
      return {
        ...job,
        starts: job.starts.map((s) =>
          s.no === at ? { ...s, readout: typed(s.readout, change.readings) } : s,
        ),
      };
    }
    case 'TickStep': {
      const tick = (steps: JobView['opening']['steps']) =>
        steps.map((s) => (s.id === change.step ? { ...s, done: change.done } : s));
      const { steps, closing } = job.opening;
      return { ...job, opening: { ...job.opening, steps: tick(steps), closing: tick(closing) } };
    }
    case 'TurnScrew': {
      const turn = (steps: JobView['opening']['steps']) =>
        steps.map((s) =>
          s.part === change.part
            ? {
                ...s,
                fasteners: s.fasteners.map((f) =>
                  f.id === change.fastener ? { ...f, state: change.state } : f,
                ),
              }
            : s,
        );
      const { steps, closing } = job.opening;
      return { ...job, opening: { ...job.opening, steps: turn(steps), closing: turn(closing) } };
    }
    case 'ConfirmFit': {
      const fitLines = job.fitLines.map((l) =>
        l.position === change.position ? { ...l, done: change.done } : l,
      );
      return { ...job, fitLines };
    }
    // Both are sent whole: what is typed next has to stand on what was typed before, landed or not.
    case 'Want': {
      const { type: _, atLeast = '', ...rest } = change;
      return { ...job, need: { ...job.need, target: { atLeast, ...rest } } };
    }
    case 'Measure': {
      const { type: _, drive = 'NOT_KNOWN', ...rest } = change;
      return { ...job, need: { ...job.need, measured: { drive, ...rest } } };
    }
    default:
      return job;
  }
}
