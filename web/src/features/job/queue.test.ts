import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { ApiProblem } from '../../api/client';
import type { JobChange, JobView } from './api';
import { ChangeQueue, IN_WORDS, type Waiting, type Wire, withWaiting } from './queue';

const KEY = 'ridge-waiting:ilka:1';
const wish = (text: string): JobChange => ({ type: 'AnswerIntake', wish: text });

/** A server as far as versions go: applies what is sent on top of the right version, once per change id. */
class FakeServer {
  version = 1;
  made: string[] = [];
  ids = new Set<string>();
  mode: 'up' | 'down' | 'answer lost' | 'signed out' = 'up';

  wire(): Wire {
    return {
      seen: () => 1,
      look: async () => this.answer(),
      landed: () => undefined,
      send: async (expected, { id, change }) => {
        if (this.mode === 'down') throw new ApiProblem(0, 'NO_CONNECTION', 'nobody', {});
        if (this.mode === 'signed out') throw new ApiProblem(401, '401', 'sign in', {});
        if (this.ids.has(id)) return this.answer();
        const text = (change as { wish?: string }).wish ?? change.type;
        if (text === 'bad') throw new ApiProblem(422, 'INVALID', 'bad wish', {});
        if (expected !== this.version)
          throw new ApiProblem(409, 'CHANGED_MEANWHILE', 'Bram changed the plan', {});
        this.ids.add(id);
        this.made.push(text);
        this.version++;
        if (this.mode === 'answer lost') {
          this.mode = 'up';
          throw new ApiProblem(0, 'NO_CONNECTION', 'nobody', {});
        }
        return this.answer();
      },
    };
  }

  private answer() {
    return { version: this.version } as JobView;
  }
}

const settle = () => vi.advanceTimersByTimeAsync(10);

beforeEach(() => {
  vi.useFakeTimers();
  localStorage.clear();
});
afterEach(() => vi.useRealTimers());

describe('ChangeQueue', () => {
  it('sends one after the other and is empty afterwards', async () => {
    const server = new FakeServer();
    const queue = new ChangeQueue(KEY, server.wire());
    const landed = [queue.add(wish('a')), queue.add(wish('b')), queue.add(wish('c'))];
    await settle();
    expect((await Promise.all(landed)).map((j) => j?.version)).toEqual([2, 3, 4]);
    expect(server.made).toEqual(['a', 'b', 'c']);
    expect(queue.snapshot()).toEqual({ kind: 'kept', waiting: [] });
    expect(localStorage.getItem(KEY)).toBeNull();
  });

  it('keeps what is typed while nobody answers, and lands it in order when the server is back', async () => {
    const server = new FakeServer();
    server.mode = 'down';
    const queue = new ChangeQueue(KEY, server.wire());
    void queue.add(wish('a'));
    await settle();
    void queue.add(wish('b'));
    await settle();
    expect(queue.snapshot().kind).toBe('away');
    expect(queue.snapshot().waiting).toHaveLength(2);
    server.mode = 'up';
    await vi.advanceTimersByTimeAsync(2500);
    expect(server.made).toEqual(['a', 'b']);
    expect(queue.snapshot().kind).toBe('kept');
  });

  it('survives a reload in the middle', async () => {
    const server = new FakeServer();
    server.mode = 'down';
    void new ChangeQueue(KEY, server.wire()).add(wish('a'));
    await settle();
    server.mode = 'up';
    const after = new ChangeQueue(KEY, server.wire());
    expect(after.snapshot().waiting).toHaveLength(1);
    await settle();
    expect(server.made).toEqual(['a']);
    expect(after.snapshot().kind).toBe('kept');
  });

  it('makes a change once although its answer was lost', async () => {
    const server = new FakeServer();
    server.mode = 'answer lost';
    const queue = new ChangeQueue(KEY, server.wire());
    void queue.add(wish('a'));
    void queue.add(wish('b'));
    await vi.advanceTimersByTimeAsync(2500);
    expect(server.made).toEqual(['a', 'b']);
  });

  it('stops at what others did, and puts mine on top only when told to', async () => {
    const server = new FakeServer();
    const queue = new ChangeQueue(KEY, server.wire());
    server.version = 7;
    void queue.add(wish('mine'));
    await settle();
    expect(queue.snapshot()).toMatchObject({ kind: 'conflict', message: 'Bram changed the plan' });
    void queue.add(wish('more of mine'));
    await vi.advanceTimersByTimeAsync(5000);
    expect(server.made).toEqual([]);
    await queue.sendOnTop();
    await settle();
    expect(server.made).toEqual(['mine', 'more of mine']);
  });

  it('can throw mine away', async () => {
    const server = new FakeServer();
    const queue = new ChangeQueue(KEY, server.wire());
    server.version = 7;
    const landed = queue.add(wish('mine'));
    await settle();
    queue.drop();
    expect(await landed).toBeUndefined();
    expect(server.made).toEqual([]);
    expect(localStorage.getItem(KEY)).toBeNull();
  });

  it('leaves out what is refused, says why, and goes on with the rest', async () => {
    const server = new FakeServer();
    const queue = new ChangeQueue(KEY, server.wire());
    const landed = [queue.add(wish('a')), queue.add(wish('bad')), queue.add(wish('c'))];
    await settle();
    expect((await Promise.all(landed)).map((j) => j?.version)).toEqual([2, undefined, 3]);
    expect(server.made).toEqual(['a', 'c']);
    expect(queue.snapshot()).toMatchObject({ kind: 'refused', message: 'bad wish', waiting: [] });
    queue.dismiss();
    expect(queue.snapshot().kind).toBe('kept');
  });

  it('waits for a sign-in', async () => {
    const server = new FakeServer();
    server.mode = 'signed out';
    const queue = new ChangeQueue(KEY, server.wire());
    void queue.add(wish('a'));
    await settle();
    expect(queue.snapshot().kind).toBe('signed-out');
    server.mode = 'up';
    queue.retry();
    await settle();
    expect(server.made).toEqual(['a']);
  });

  it('starts afresh from a store that holds nonsense', () => {
    localStorage.setItem(KEY, '{"base":"x","waiting":3}');
    expect(new ChangeQueue(KEY, new FakeServer().wire()).snapshot()).toEqual({ kind: 'kept', waiting: [] });
  });
});

describe('withWaiting', () => {
  const job = {
    intake: { wish: 'old', wordBits: 32 },
    before: { conditions: 'mains' },
    after: { rate: 5 },
    opening: [{ id: 'ground', done: false }],
    closing: [],
  } as unknown as JobView;
  const waiting = (...changes: JobChange[]): Waiting[] =>
    changes.map((change, i) => ({ id: String(i), change }));

  it('shows what is typed and ticked as it will be', () => {
    const shown = withWaiting(
      job,
      waiting(
        wish('new'),
        { type: 'AnswerIntake', wordBits: 0 },
        { type: 'EnterReadout', phase: 'BEFORE', readings: { rate: '3200', firmwareTotal: '8 GB' } },
        { type: 'EnterReadout', phase: 'AFTER', readings: { rate: '' } },
        { type: 'TickStep', step: 'ground', done: true },
      ),
    );
    expect(shown.intake).toEqual({ wish: 'new', wordBits: undefined });
    expect(shown.before).toEqual({ conditions: 'mains', rate: 3200, firmwareTotal: '8 GB' });
    expect(shown.after).toEqual({ rate: undefined });
    expect(shown.opening[0].done).toBe(true);
    expect(job.intake.wish).toBe('old');
  });

  it('has words for every change', () => {
    expect(Object.values(IN_WORDS).every((w) => w.length > 3)).toBe(true);
  });
});
