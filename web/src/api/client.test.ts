import { afterEach, describe, expect, it, vi } from 'vitest';
import { ApiProblem, api } from './client';

afterEach(() => vi.unstubAllGlobals());

describe('api', () => {
  it('sends the CSRF token back and turns problems into errors with their code', async () => {
    // biome-ignore lint/suspicious/noDocumentCookie: as the server sets it, and as the client reads it
    document.cookie = 'XSRF-TOKEN=abc';
    const fetch = vi.fn(
      async (_path: string, _init?: RequestInit) =>
        new Response(JSON.stringify({ code: 'CHANGED_MEANWHILE', detail: 'Ilka changed the plan' }), {
          status: 409,
        }),
    );
    vi.stubGlobal('fetch', fetch);
    const error = await api.post('/api/jobs/1/changes', {}).catch((e: unknown) => e);
    expect(error).toBeInstanceOf(ApiProblem);
    expect((error as ApiProblem).code).toBe('CHANGED_MEANWHILE');
    expect((error as ApiProblem).message).toBe('Ilka changed the plan');
    expect(fetch.mock.calls[0][1]?.headers).toMatchObject({ 'X-XSRF-TOKEN': 'abc' });
  });

  it('says so when nobody answers, and when the answer is no JSON', async () => {
    vi.stubGlobal(
      'fetch',
      vi.fn(async () => {
        throw new TypeError('failed');
      }),
    );
    await expect(api.get('/api/jobs')).rejects.toMatchObject({ code: 'NO_CONNECTION' });
    vi.stubGlobal(
      'fetch',
      vi.fn(async () => new Response('<html>', { status: 502 })),
    );
    await expect(api.get('/api/jobs')).rejects.toMatchObject({ status: 502 });
  });
});
