import type { QueryClient } from '@tanstack/react-query';
import type { JobView } from './api';
import type { ChangeQueue } from './queue';

/** What tabs of one browser know of each other: who lives, who sends, and what landed. Without Web Locks there is one tab. */

type Message = { key: string; from: number; to: number; job: JobView };

const channel = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel('ridge-jobs');

/** Holds this tab's own lock as long as the page lives, so that others see that it does. */
export function live(tab: string) {
  void navigator.locks?.request(`ridge-tab:${tab}`, () => new Promise<never>(() => undefined));
}

/** Whether the tab of that name is no more. */
export async function isGone(tab: string): Promise<boolean> {
  if (!navigator.locks) return true;
  return navigator.locks.request(`ridge-tab:${tab}`, { ifAvailable: true }, async (lock) => lock !== null);
}

/** Runs a task while no other tab sends under the same name. */
export function alone<T>(name: string, task: () => Promise<T>): Promise<T> {
  return navigator.locks ? (navigator.locks.request(`ridge-send:${name}`, task) as Promise<T>) : task();
}

export function tell(key: string, from: number, to: number, job: JobView) {
  channel?.postMessage({ key, from, to, job } satisfies Message);
}

/** Follows what other tabs of the same person land on a job, until the function it gives is called. */
export function follow(key: string, id: number, queue: ChangeQueue, client: QueryClient): () => void {
  const listener = (e: MessageEvent<Message>) => {
    if (e.data.key !== key) return;
    const known = client.getQueryData<JobView>(['job', id]);
    if (!known || known.version < e.data.to) client.setQueryData(['job', id], e.data.job);
    queue.elsewhere(e.data.from, e.data.to);
  };
  channel?.addEventListener('message', listener);
  return () => channel?.removeEventListener('message', listener);
}
