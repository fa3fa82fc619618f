import { ApiProblem, isAway } from '../../api/client';
import type { JobChange, JobView } from './api';

/** @property id goes with the change each time it is sent, so that the server never makes it twice */
export type Waiting = { id: string; change: JobChange };

/**
 * What becomes of the changes that are not kept yet. "away": nobody answers, they are sent again by themselves. "conflict":
 * somebody else changed the job meanwhile; the person decides. "signed-out": they wait for a sign-in.
 */
export type QueueState =
  | { kind: 'kept' | 'sending' | 'away' | 'signed-out'; waiting: Waiting[] }
  | { kind: 'conflict'; waiting: Waiting[]; message: string }
  | { kind: 'refused'; waiting: Waiting[]; message: string };

export type Wire = {
  /** Sends one change on top of a version and gives the job as it then is; throws ApiProblem. */
  send: (expectedVersion: number, change: Waiting) => Promise<JobView>;
  /** The job as the server has it now; throws ApiProblem. */
  look: () => Promise<JobView>;
  /** The version that what is on screen shows. */
  seen: () => number | undefined;
  landed: (job: JobView, change: JobChange) => void;
};

type Kept = { base: number; waiting: Waiting[] };

const RETRY_MS = 2_000;

/**
 * Changes of one job on their way: one after the other, each on top of the version the one before left, kept in the browser's
 * store until the server has acknowledged them. A reload, a lost connection or a restart of the server loses none.
 */
export class ChangeQueue {
  private kept: Kept | undefined;
  private state: QueueState;
  private readonly listeners = new Set<() => void>();
  private readonly promises = new Map<string, (job: JobView | undefined) => void>();
  private busy = false;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly key: string,
    private readonly wire: Wire,
    private readonly store: Storage = localStorage,
  ) {
    this.kept = this.read();
    this.state = { kind: this.kept ? 'sending' : 'kept', waiting: this.waiting() };
    if (this.kept) void this.run();
  }

  readonly subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly snapshot = () => this.state;

  /** The job when this change has landed; undefined when it was refused or thrown away. */
  add(change: JobChange): Promise<JobView | undefined> {
    const item: Waiting = { id: crypto.randomUUID(), change };
    if (!this.kept) {
      const base = this.wire.seen();
      if (base === undefined) return Promise.resolve(undefined);
      this.kept = { base, waiting: [] };
    }
    this.kept.waiting = [...this.kept.waiting, item];
    this.write();
    const landed = new Promise<JobView | undefined>((resolve) => this.promises.set(item.id, resolve));
    this.show(
      this.state.kind === 'conflict'
        ? { ...this.state, waiting: this.kept.waiting }
        : { kind: this.state.kind === 'away' ? 'away' : 'sending', waiting: this.kept.waiting },
    );
    if (this.state.kind !== 'conflict') void this.run();
    return landed;
  }

  /** Sends at once instead of waiting for the next try. */
  readonly retry = () => {
    clearTimeout(this.timer);
    void this.run();
  };

  /** After a conflict: puts the waiting changes on top of what others did. */
  readonly sendOnTop = async () => {
    if (!this.kept) return;
    try {
      this.kept.base = (await this.wire.look()).version;
      this.write();
      void this.run();
    } catch (e) {
      this.show({
        kind: 'conflict',
        waiting: this.kept.waiting,
        message: e instanceof ApiProblem ? e.message : String(e),
      });
    }
  };

  /** Throws the waiting changes away. */
  readonly drop = () => {
    for (const item of this.kept?.waiting ?? []) this.settle(item, undefined);
    this.kept = undefined;
    this.write();
    this.show({ kind: 'kept', waiting: [] });
  };

  /** The person has read why a change was refused. */
  readonly dismiss = () => {
    if (this.state.kind === 'refused')
      this.show({ kind: this.kept ? 'sending' : 'kept', waiting: this.waiting() });
  };

  private async run() {
    if (this.busy) return;
    this.busy = true;
    clearTimeout(this.timer);
    try {
      while (this.kept) {
        const [item] = this.kept.waiting;
        try {
          const job = await this.wire.send(this.kept.base, item);
          this.wire.landed(job, item.change);
          this.take(item, job.version);
          this.settle(item, job);
          const waiting = this.waiting();
          // Why something was refused stays to be read, whatever lands after it.
          this.show(
            this.state.kind === 'refused'
              ? { ...this.state, waiting }
              : { kind: this.kept ? 'sending' : 'kept', waiting },
          );
        } catch (e) {
          const problem = e instanceof ApiProblem ? e : new ApiProblem(500, 'UNEXPECTED', String(e), {});
          if (isAway(problem)) {
            this.show({ kind: 'away', waiting: this.kept.waiting });
            this.timer = setTimeout(this.retry, RETRY_MS);
            return;
          }
          if (problem.status === 401) {
            this.show({ kind: 'signed-out', waiting: this.kept.waiting });
            return;
          }
          if (problem.code === 'CHANGED_MEANWHILE') {
            this.show({ kind: 'conflict', waiting: this.kept.waiting, message: problem.message });
            return;
          }
          // Refused for what it is: sending it again would not help, and what comes after it may still be right.
          this.take(item, this.kept.base);
          this.settle(item, undefined);
          this.show({ kind: 'refused', waiting: this.waiting(), message: problem.message });
        }
      }
    } finally {
      this.busy = false;
    }
  }

  private waiting(): Waiting[] {
    return this.kept?.waiting ?? [];
  }

  private take(item: Waiting, version: number) {
    const waiting = this.kept!.waiting.filter((w) => w.id !== item.id);
    this.kept = waiting.length > 0 ? { base: version, waiting } : undefined;
    this.write();
  }

  private settle(item: Waiting, job: JobView | undefined) {
    this.promises.get(item.id)?.(job);
    this.promises.delete(item.id);
  }

  private show(state: QueueState) {
    this.state = state;
    this.listeners.forEach((l) => l());
  }

  private read(): Kept | undefined {
    try {
      const kept = JSON.parse(this.store.getItem(this.key) ?? 'null') as Kept | null;
      return kept && typeof kept.base === 'number' && Array.isArray(kept.waiting) && kept.waiting.length > 0
        ? kept
        : undefined;
    } catch {
      return undefined;
    }
  }

  private write() {
    if (this.kept) this.store.setItem(this.key, JSON.stringify(this.kept));
    else this.store.removeItem(this.key);
  }
}

/** The job as it will be when what is waiting has landed, as far as it is plain to see; what follows from it the server works out. */
export function withWaiting(job: JobView, waiting: Waiting[]): JobView {
  return waiting.reduce((now, { change }) => overlay(now, change), job);
}

function overlay(job: JobView, change: JobChange): JobView {
  switch (change.type) {
    case 'AnswerIntake': {
      const { type: _, operatingSystem, wordBits, ...rest } = change;
      const intake = { ...job.intake, ...rest };
      if (operatingSystem !== undefined) intake.operatingSystem = operatingSystem || undefined;
      if (wordBits !== undefined) intake.wordBits = wordBits || undefined;
      return { ...job, intake };
    }
    case 'EnterReadout': {
      const at = change.phase === 'BEFORE' ? 'before' : 'after';
      const numbers = ['rate', 'positionsFilled', 'bandwidthMegabytes', 'testPasses', 'testErrors'];
      const typed = Object.fromEntries(
        Object.entries(change.readings).map(([name, text]) => [
          name,
          text === '' && name !== 'conditions' ? undefined : numbers.includes(name) ? Number(text) : text,
        ]),
      );
      return { ...job, [at]: { ...job[at], ...typed } };
    }
    case 'TickStep': {
      const tick = (steps: JobView['opening']) =>
        steps.map((s) => (s.id === change.step ? { ...s, done: change.done } : s));
      return { ...job, opening: tick(job.opening), closing: tick(job.closing) };
    }
    default:
      return job;
  }
}

/** A waiting change in a few words. */
export const IN_WORDS: Record<JobChange['type'], string> = {
  AnswerIntake: 'an answer of Take in',
  SayAbsent: 'which carrier or processor is there',
  AddModule: 'a module by its label',
  TakeFromDrawer: 'a module from the drawer',
  RemoveModule: 'a module taken out',
  PlaceFound: 'what was found in a position',
  PlanModule: 'a move in the plan',
  ResetPlan: 'the plan put back',
  TickStep: 'a step ticked',
  ConfirmFit: 'a fitting',
  EnterReadout: 'a reading',
  ClearSettings: 'settings cleared',
  AddPhoto: 'a photo',
  RemovePhoto: 'a photo taken out',
  AddSource: 'something to read',
  RemoveSource: 'a source taken out',
  PlaceSource: 'where a module sits',
  SayWhatIsSeen: 'what is seen at a position',
  CorrectField: 'a field corrected',
  AcceptReading: 'the reading taken over',
  CloseJob: 'the hand back',
  ReopenJob: 'the job opened again',
  Undo: 'an undo',
  Redo: 'a redo',
};
