import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { ApiProblem, isRefusal } from '../../api/client';
import type { JobChange, JobView } from './api';
import { ChangeQueue, type Wire } from './queue';
import { WaitingStore } from './waiting';

const PREFIX = 'ridge-waiting:ilka:1';
const KEY = `${PREFIX}:one`;
const wish = (text: string): JobChange => ({ type: 'AnswerIntake', wish: text });
const open = (server: FakeServer, tab = 'one', store: Storage = localStorage) =>
  new ChangeQueue(server.wire(), new WaitingStore(PREFIX, tab, store));

type Mode = 'up' | 'down' | 'answer lost' | 'signed out' | 'other person' | 'busy' | 'broken';

/** A server as far as versions go: applies what is sent on top of the right version, once per change id. */
class FakeServer {
  version = 1;
  made: string[] = [];
  ids = new Map<string, number>();
  mode: Mode = 'up';
  sending = 0;
  mostAtOnce = 0;

  wire(): Wire {
    return {
      seen: () => 1,
      look: async () => this.job(),
      landed: () => undefined,
      alone: (task) => task(),
      send: async (expected, { id, change }) => {
        this.mostAtOnce = Math.max(this.mostAtOnce, ++this.sending);
        try {
          return this.answer(expected, id, change);
        } finally {
          this.sending--;
        }
      },
    };
  }

  private answer(expected: number, id: string, change: JobChange) {
    if (this.mode === 'down') throw new ApiProblem(0, 'NO_CONNECTION', 'nobody', {});
    if (this.mode === 'signed out') throw new ApiProblem(401, '401', 'sign in', {});
    if (this.mode === 'other person') throw new ApiProblem(403, 'OTHER_PERSON', 'made by bram', {});
    if (this.mode === 'busy') throw new ApiProblem(429, 'BUSY', 'wait', {}, 9000);
    if (this.mode === 'broken') throw new ApiProblem(500, 'UNEXPECTED', 'broken', {});
    const landed = this.ids.get(id);
    if (landed) return { landed, job: this.job() };
    const text = (change as { wish?: string }).wish ?? change.type;
    if (text === 'bad') throw new ApiProblem(422, 'INVALID', 'bad wish', {});
    if (expected !== this.version)
      throw new ApiProblem(409, 'CHANGED_MEANWHILE', 'Bram changed the plan', {});
    this.made.push(text);
    this.ids.set(id, ++this.version);
    if (this.mode === 'answer lost') {
      this.mode = 'up';
      throw new ApiProblem(0, 'NO_CONNECTION', 'nobody', {});
    }
    return { landed: this.version, job: this.job() };
  }

  private job() {
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
    const queue = open(server);
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
    const queue = open(server);
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
    void open(server).add(wish('a'));
    await settle();
    server.mode = 'up';
    const after = open(server);
    expect(after.snapshot().waiting).toHaveLength(1);
    await settle();
    expect(server.made).toEqual(['a']);
    expect(after.snapshot().kind).toBe('kept');
  });

  it('makes a change once although its answer was lost', async () => {
    const server = new FakeServer();
    server.mode = 'answer lost';
    const queue = open(server);
    void queue.add(wish('a'));
    void queue.add(wish('b'));
    await vi.advanceTimersByTimeAsync(2500);
    expect(server.made).toEqual(['a', 'b']);
  });

  it('stops at what others did, and puts mine on top only when told to', async () => {
    const server = new FakeServer();
    const queue = open(server);
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
    const queue = open(server);
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
    const queue = open(server);
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
    const queue = open(server);
    void queue.add(wish('a'));
    await settle();
    expect(queue.snapshot().kind).toBe('held');
    server.mode = 'up';
    queue.retry();
    await settle();
    expect(server.made).toEqual(['a']);
  });

  it('holds what another person made, whoever is signed in', async () => {
    const server = new FakeServer();
    server.mode = 'other person';
    const queue = open(server);
    void queue.add(wish('a'));
    await vi.advanceTimersByTimeAsync(120_000);
    expect(queue.snapshot()).toMatchObject({ kind: 'held', message: 'made by bram' });
    expect(queue.snapshot().waiting).toHaveLength(1);
  });

  it.each<Mode>(['busy', 'broken'])(
    'gives nothing up while the server is %s, and asks ever more slowly',
    async (mode) => {
      const server = new FakeServer();
      server.mode = mode;
      const queue = open(server);
      void queue.add(wish('a'));
      await vi.advanceTimersByTimeAsync(60_000);
      expect(queue.snapshot().kind).toBe('away');
      expect(server.made).toEqual([]);
      server.mode = 'up';
      await vi.advanceTimersByTimeAsync(70_000);
      expect(server.made).toEqual(['a']);
      expect(queue.snapshot().kind).toBe('kept');
    },
  );

  it('gives a change up only for what cannot be', () => {
    const given = [0, 400, 401, 403, 404, 408, 409, 413, 422, 423, 429, 500, 502, 503].filter((status) =>
      isRefusal(new ApiProblem(status, '', '', {})),
    );
    expect(given).toEqual([400, 404, 413, 422]);
  });

  it('two tabs wait beside each other and never overwrite one another', async () => {
    const server = new FakeServer();
    server.mode = 'down';
    const one = open(server, 'one');
    const two = open(server, 'two');
    void one.add(wish('a'));
    void two.add(wish('b'));
    await settle();
    expect(new WaitingStore(PREFIX, 'one').read()?.waiting).toHaveLength(1);
    expect(new WaitingStore(PREFIX, 'two').read()?.waiting).toHaveLength(1);
    server.mode = 'up';
    one.retry();
    await settle();
    // What the first tab landed has been seen by the second too.
    two.elsewhere(1, 2);
    two.retry();
    await settle();
    expect(server.made).toEqual(['a', 'b']);
  });

  it('takes over what a closed tab has left, and leaves a living one alone', async () => {
    const server = new FakeServer();
    server.mode = 'down';
    void open(server, 'closed').add(wish('a'));
    void open(server, 'living').add(wish('b'));
    await settle();
    server.mode = 'up';
    const next = open(server, 'next');
    await next.adopt(async (tab) => tab === 'closed');
    await settle();
    expect(server.made).toEqual(['a']);
    expect(new WaitingStore(PREFIX, 'closed').read()).toBeUndefined();
    expect(new WaitingStore(PREFIX, 'living').read()?.waiting).toHaveLength(1);
  });

  it('never puts what another tab left on top of what that tab never saw', async () => {
    const server = new FakeServer();
    server.mode = 'down';
    const store = new WaitingStore(PREFIX, 'closed');
    store.write({ waiting: [{ id: 'orphan', base: 5, change: wish('orphan') }] });
    server.version = 10;
    const queue = new ChangeQueue(
      { ...server.wire(), seen: () => server.version },
      new WaitingStore(PREFIX, 'next'),
    );
    void queue.add(wish('mine'));
    await queue.adopt(async (tab) => tab === 'closed');
    await settle();
    server.mode = 'up';
    queue.retry();
    await settle();
    expect(server.made).not.toContain('orphan');
    expect(queue.snapshot().kind).toBe('conflict');
    expect(queue.snapshot().waiting.map((w) => w.base)).toEqual([5, 10]);
    // The person looks, and decides.
    await queue.sendOnTop();
    await settle();
    expect(server.made).toEqual(['orphan', 'mine']);
  });

  it('moves along with what it was made on, and with nothing else', async () => {
    const server = new FakeServer();
    const store = new WaitingStore(PREFIX, 'one');
    store.write({
      waiting: [
        { id: 'a', base: 1, change: wish('a') },
        { id: 'b', base: 1, change: wish('b') },
        { id: 'c', base: 7, change: wish('c') },
      ],
    });
    const queue = open(server);
    await settle();
    expect(server.made).toEqual(['a', 'b']);
    expect(queue.snapshot()).toMatchObject({ kind: 'conflict', waiting: [{ id: 'c', base: 7 }] });
  });

  it('reads what was kept when there was one base for all', () => {
    localStorage.setItem(KEY, JSON.stringify({ base: 3, waiting: [{ id: 'a', change: wish('a') }] }));
    expect(new WaitingStore(PREFIX, 'one').read()?.waiting).toMatchObject([{ id: 'a', base: 3 }]);
  });

  it('keeps a refusal to be read while the next change lands', async () => {
    const server = new FakeServer();
    const queue = open(server);
    void queue.add(wish('bad'));
    await settle();
    expect(queue.snapshot()).toMatchObject({ kind: 'refused', message: 'bad wish' });
    void queue.add(wish('good'));
    expect(queue.snapshot()).toMatchObject({ kind: 'refused', message: 'bad wish' });
    await settle();
    expect(server.made).toEqual(['good']);
    expect(queue.snapshot()).toMatchObject({ kind: 'refused', message: 'bad wish' });
    queue.dismiss();
    expect(queue.snapshot().kind).toBe('kept');
  });

  it('asks when others came in between, even though this change had landed', async () => {
    const server = new FakeServer();
    server.mode = 'answer lost';
    const queue = open(server);
    void queue.add(wish('a'));
    void queue.add(wish('b'));
    await settle();
    server.version = 5;
    await vi.advanceTimersByTimeAsync(2500);
    // The first one's version is told, not the one others have led to: the next one is not put on top unseen.
    expect(server.made).toEqual(['a']);
    expect(queue.snapshot().kind).toBe('conflict');
  });

  it('goes on in memory and says so when the browser keeps nothing', async () => {
    const server = new FakeServer();
    server.mode = 'down';
    const full = {
      ...localStorage,
      length: 0,
      key: () => null,
      getItem: () => null,
      removeItem: () => undefined,
      setItem: () => {
        throw new DOMException('full', 'QuotaExceededError');
      },
    } as unknown as Storage;
    const queue = open(server, 'one', full);
    void queue.add(wish('a'));
    await settle();
    expect(queue.snapshot()).toMatchObject({ kind: 'away', full: true });
    server.mode = 'up';
    queue.retry();
    await settle();
    expect(server.made).toEqual(['a']);
  });

  it('tells whoever typed it why it was refused', async () => {
    const said: string[] = [];
    void open(new FakeServer()).add(wish('bad'), (m) => said.push(m));
    await settle();
    expect(said).toEqual(['bad wish']);
  });

  it('starts afresh from a store that holds nonsense', () => {
    localStorage.setItem(KEY, '{"base":"x","waiting":3}');
    expect(open(new FakeServer()).snapshot()).toEqual({ kind: 'kept', waiting: [] });
  });

  it('keeps what is done beside another request of one’s own, before and after it', async () => {
    const server = new FakeServer();
    let last: Promise<unknown> = Promise.resolve();
    const alone: Wire['alone'] = (task) => {
      const next = last.then(task);
      last = next.catch(() => undefined);
      return next;
    };
    const queue = new ChangeQueue(
      { ...server.wire(), seen: () => server.version, alone },
      new WaitingStore(PREFIX, 'one', localStorage),
    );
    let answer = () => {};
    void queue.add(wish('before'));
    const asked = queue.beside(
      () =>
        new Promise<void>((resolve) => {
          answer = () => {
            server.made.push('asked');
            server.version += 2;
            resolve();
          };
        }),
    );
    await settle();
    expect(server.made).toEqual(['before']);
    void queue.add(wish('after'));
    await settle();
    expect(server.made).toEqual(['before']);
    answer();
    await asked;
    await settle();
    expect(server.made).toEqual(['before', 'asked', 'after']);
    expect(queue.snapshot()).toEqual({ kind: 'kept', waiting: [] });
  });
});
