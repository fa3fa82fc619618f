import { ApiProblem, isRefusal } from '../../api/client';
import type { JobChange, JobView } from './api';
import type { Kept, Waiting, WaitingStore } from './waiting';

/**
 * What becomes of the changes that are not kept yet. "away": nobody answers, or the server is busy; they are sent again by
 * themselves. "held": they wait for a sign-in, or for the person who made them. "conflict": somebody else changed the job
 * meanwhile; the person decides.
 */
export type QueueState =
  | { kind: 'kept' | 'sending' | 'away'; waiting: Waiting[]; full?: boolean }
  | { kind: 'held'; waiting: Waiting[]; message: string; full?: boolean }
  | { kind: 'conflict'; waiting: Waiting[]; message: string; full?: boolean }
  | { kind: 'refused'; waiting: Waiting[]; message: string; full?: boolean };

export type Landed = { landed: number; job: JobView };

export type Wire = {
  /** Sends one change on top of a version and gives the version it left and the job as it then is; throws ApiProblem. */
  send: (expectedVersion: number, change: Waiting) => Promise<Landed>;
  /** The job as the server has it now; throws ApiProblem. */
  look: () => Promise<JobView>;
  /** The version that what is on screen shows. */
  seen: () => number | undefined;
  landed: (job: JobView, change: JobChange) => void;
  /** Runs a task while no other tab sends for this job. */
  alone: <T>(task: () => Promise<T>) => Promise<T>;
  /** Tells the other tabs that a change of ours led from one version to the next. */
  tell?: (from: number, to: number, job: JobView) => void;
};

const FIRST_RETRY_MS = 2_000;
const LONGEST_RETRY_MS = 60_000;
/** Where nobody answers at all, asking costs nobody anything, and somebody waits for it to be back. */
const LONGEST_UNANSWERED_MS = 8_000;

/**
 * Changes of one job on their way: one after the other, each on top of the version the one before left, kept in the browser's
 * store until the server has acknowledged them. A reload, a lost connection or a restart of the server loses none. A change is
 * given up only when the server says that it cannot be (400, 404, 413, 422); whatever else is answered, it waits.
 */
export class ChangeQueue {
  private kept: Kept | undefined;
  private state: QueueState;
  private readonly listeners = new Set<() => void>();
  private readonly promises = new Map<string, (job: JobView | undefined) => void>();
  private readonly refusals = new Map<string, (message: string) => void>();
  private busy = false;
  private tries = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly wire: Wire,
    private readonly store: WaitingStore,
  ) {
    this.kept = store.read();
    this.state = { kind: this.kept ? 'sending' : 'kept', waiting: this.waiting() };
    if (this.kept) void this.run();
  }

  readonly subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly snapshot = () => this.state;

  /** The job when this change has landed; undefined when it was refused or thrown away. */
  add(change: JobChange, onRefused?: (message: string) => void): Promise<JobView | undefined> {
    // What waits already is on the screen too; it moves this one along as it lands.
    const base = this.wire.seen() ?? this.kept?.waiting.at(-1)?.base;
    if (base === undefined) return Promise.resolve(undefined);
    const item: Waiting = { id: crypto.randomUUID(), base, change };
    this.kept = { waiting: [...this.waiting(), item] };
    this.write();
    if (onRefused) this.refusals.set(item.id, onRefused);
    const landed = new Promise<JobView | undefined>((resolve) => this.promises.set(item.id, resolve));
    if (this.state.kind === 'conflict' || this.state.kind === 'held' || this.state.kind === 'refused') {
      // Why something was refused is not wiped by the next thing that is done.
      this.show({ ...this.state, waiting: this.kept.waiting });
      if (this.state.kind === 'refused') void this.run();
    } else {
      this.show({ kind: this.state.kind === 'away' ? 'away' : 'sending', waiting: this.kept.waiting });
      if (this.state.kind !== 'away') void this.run();
    }
    return landed;
  }

  /** Takes over what another tab has left behind. */
  async adopt(isGone: (tab: string) => Promise<boolean>) {
    const left = await this.store.adopt(isGone);
    if (!left) return;
    this.kept = { waiting: [...left.waiting, ...this.waiting()] };
    this.write();
    this.show({ kind: 'sending', waiting: this.waiting() });
    void this.run();
  }

  /** Another tab of the same person landed a change: what was seen before it has been seen after it too. */
  readonly elsewhere = (from: number, to: number) => {
    this.moved(from, to);
    this.write();
  };

  /**
   * Another request of one's own that moves the job on. What waits is sent before it, nothing while it is on its way, and what is done until
   * it has answered goes on top of it: nobody is told that they changed the job themselves.
   */
  async beside<T>(task: () => Promise<T>): Promise<T> {
    await this.sent();
    return this.wire.alone(async () => {
      const before = this.wire.seen();
      try {
        return await task();
      } finally {
        const after = await this.wire.look().catch(() => undefined);
        if (before !== undefined && after) this.elsewhere(before, after.version);
      }
    });
  }

  /** Resolves when nothing is being sent any more. */
  private sent(): Promise<void> {
    return new Promise((resolve) => {
      const stop = this.subscribe(() => look());
      const look = () => {
        if (this.state.kind === 'sending') return;
        stop();
        resolve();
      };
      look();
    });
  }

  /** Those that were made on one version go on top of another. */
  private moved(from: number, to: number) {
    const waiting = this.waiting().map((w) => (w.base === from ? { ...w, base: to } : w));
    this.kept = waiting.length > 0 ? { waiting } : undefined;
  }

  /** Sends at once instead of waiting for the next try. */
  readonly retry = () => {
    clearTimeout(this.timer);
    this.tries = 0;
    void this.run();
  };

  /** After a conflict: puts the waiting changes on top of what others did. */
  readonly sendOnTop = async () => {
    if (!this.kept) return;
    try {
      const base = (await this.wire.look()).version;
      this.kept = { waiting: this.waiting().map((w) => ({ ...w, base })) };
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
        if (!(await this.wire.alone(() => this.sendFirst()))) return;
      }
    } finally {
      this.busy = false;
    }
  }

  /** @return whether to go on with the next one */
  private async sendFirst(): Promise<boolean> {
    if (!this.kept) return false;
    const [item] = this.kept.waiting;
    const { base } = item;
    try {
      const { landed, job } = await this.wire.send(base, item);
      this.tries = 0;
      this.take(item);
      this.moved(base, landed);
      this.write();
      this.wire.landed(job, item.change);
      // Only where nobody else came in between have the other tabs seen what this one has.
      if (job.version === landed) this.wire.tell?.(base, landed, job);
      this.settle(item, job);
      const waiting = this.waiting();
      // Why something was refused stays to be read, whatever lands after it.
      this.show(
        this.state.kind === 'refused'
          ? { ...this.state, waiting }
          : { kind: this.kept ? 'sending' : 'kept', waiting },
      );
      return true;
    } catch (e) {
      const problem = e instanceof ApiProblem ? e : new ApiProblem(500, 'UNEXPECTED', String(e), {});
      const waiting = this.waiting();
      if (problem.code === 'CHANGED_MEANWHILE') {
        this.show({ kind: 'conflict', waiting, message: problem.message });
        return false;
      }
      if (problem.status === 401 || problem.status === 403) {
        const message = problem.status === 401 ? '' : problem.message;
        this.show({ kind: 'held', waiting, message });
        return false;
      }
      if (!isRefusal(problem)) {
        this.show({ kind: 'away', waiting });
        const longest = problem.status === 0 ? LONGEST_UNANSWERED_MS : LONGEST_RETRY_MS;
        const wait = Math.min(longest, FIRST_RETRY_MS * 2 ** this.tries++);
        this.timer = setTimeout(() => void this.run(), Math.max(wait, problem.retryAfterMs ?? 0));
        return false;
      }
      // Refused for what it is: sending it again would not help, and what comes after it may still be right.
      this.take(item);
      this.refusals.get(item.id)?.(problem.message);
      this.settle(item, undefined);
      this.show({ kind: 'refused', waiting: this.waiting(), message: problem.message });
      return true;
    }
  }

  private waiting(): Waiting[] {
    return this.kept?.waiting ?? [];
  }

  private take(item: Waiting) {
    const waiting = this.waiting().filter((w) => w.id !== item.id);
    this.kept = waiting.length > 0 ? { waiting } : undefined;
    this.write();
  }

  private settle(item: Waiting, job: JobView | undefined) {
    this.promises.get(item.id)?.(job);
    this.promises.delete(item.id);
    this.refusals.delete(item.id);
  }

  private show(state: QueueState) {
    this.state = this.store.full ? { ...state, full: true } : state;
    for (const l of this.listeners) l();
  }

  private write() {
    this.store.write(this.kept);
  }
}
