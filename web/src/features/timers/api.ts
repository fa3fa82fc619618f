import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { api, type Schemas } from '../../api/client';

export type Timer = Schemas['Timer'];

export const KINDS: Record<Timer['kind'], string> = {
  DRAIN: 'Drain',
  TRAINING: 'Memory training',
  MEMORY_TEST: 'Memory test',
  OTHER: 'Wait',
};

/** All timers of all jobs, with the moment (of this page's own clock) at which the server was asked. */
export function useTimers() {
  return useQuery({
    queryKey: ['timers'],
    queryFn: async () => ({ at: performance.now(), timers: await api.get<Timer[]>('/api/timers') }),
    refetchInterval: 20_000,
  });
}

function useTimerCall<A>(call: (a: A) => Promise<Timer[]>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: call,
    onSuccess: (timers) => client.setQueryData(['timers'], { at: performance.now(), timers }),
  });
}

export function useStartTimer(job: number) {
  return useTimerCall((body: Schemas['NewTimer']) => api.post<Timer[]>(`/api/jobs/${job}/timers`, body));
}

export function usePutAway() {
  return useTimerCall((timer: Timer) => api.delete<Timer[]>(`/api/jobs/${timer.job}/timers/${timer.id}`));
}

/** Counts on in whole seconds from when the server was asked; only differences of this page's own clock are used. */
export function useNow(running: boolean): number {
  const [now, setNow] = useState(performance.now());
  useEffect(() => {
    if (!running) return;
    const timer = setInterval(() => setNow(performance.now()), 500);
    return () => clearInterval(timer);
  }, [running]);
  return Math.max(now, performance.now() - 1000);
}

export function left(timer: Timer, askedAt: number, now: number): number {
  return Math.max(0, Math.round(timer.secondsLeft - (now - askedAt) / 1000));
}

export function clock(seconds: number): string {
  const h = Math.floor(seconds / 3600);
  const m = Math.floor((seconds % 3600) / 60);
  const s = String(seconds % 60).padStart(2, '0');
  return h > 0 ? `${h}:${String(m).padStart(2, '0')}:${s}` : `${m}:${s}`;
}
