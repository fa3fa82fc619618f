import type { JobChange } from './api';

/**
 * @property id goes with the change each time it is sent, so that the server never makes it twice
 * @property base the version that was seen when it was made: each has its own, so that none goes on top of what its maker never saw
 */
export type Waiting = { id: string; base: number; change: JobChange };

export type Kept = { waiting: Waiting[] };

/**
 * Where the changes of one person, job and tab wait. Each tab writes a place of its own, so that no tab ever overwrites what
 * another has waiting; what a tab left behind that is no more is taken over by the next one.
 */
export class WaitingStore {
  private readonly own: string;
  /** Whether the browser took the last write; a full or forbidden store must be said, not passed over. */
  full = false;

  constructor(
    private readonly prefix: string,
    tab: string,
    private readonly store: Storage = localStorage,
  ) {
    this.own = `${prefix}:${tab}`;
  }

  read(): Kept | undefined {
    return this.at(this.own);
  }

  write(kept: Kept | undefined) {
    try {
      if (kept) this.store.setItem(this.own, JSON.stringify(kept));
      else this.store.removeItem(this.own);
      this.full = false;
    } catch {
      this.full = true;
    }
  }

  /** Takes over what tabs have left that are no more; the lock of a living tab is held as long as it lives. */
  async adopt(isGone: (tab: string) => Promise<boolean>): Promise<Kept | undefined> {
    for (const key of this.others()) {
      const tab = key.slice(this.prefix.length + 1);
      if (await isGone(tab)) {
        const left = this.at(key);
        this.store.removeItem(key);
        if (left) return left;
      }
    }
    return undefined;
  }

  private others(): string[] {
    const keys: string[] = [];
    for (let i = 0; i < this.store.length; i++) {
      const key = this.store.key(i);
      // A change of before tabs had names stands right at the prefix.
      if (key && key !== this.own && (key === this.prefix || key.startsWith(`${this.prefix}:`)))
        keys.push(key);
    }
    return keys;
  }

  private at(key: string): Kept | undefined {
    try {
      // Before each had its own there was one base for all of them.
      const kept = JSON.parse(this.store.getItem(key) ?? 'null') as (Kept & { base?: number }) | null;
      if (!kept || !Array.isArray(kept.waiting) || kept.waiting.length === 0) return undefined;
      const waiting = kept.waiting.map((w) => ({ ...w, base: w.base ?? kept.base }));
      return waiting.every((w) => typeof w.base === 'number') ? { waiting: waiting as Waiting[] } : undefined;
    } catch {
      return undefined;
    }
  }
}
