import type { components } from './schema';

export type Schemas = components['schemas'];

/** What the server says when something is wrong (RFC 9457). */
export class ApiProblem extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    detail: string,
    readonly body: Record<string, unknown>,
  ) {
    super(detail);
  }
}

/** The server, or what lies behind it, did not answer: the same request may work a moment later. */
export function isAway(problem: ApiProblem): boolean {
  return [0, 502, 503, 504].includes(problem.status);
}

function csrfToken(): string {
  return (
    document.cookie
      .split('; ')
      .find((c) => c.startsWith('XSRF-TOKEN='))
      ?.slice('XSRF-TOKEN='.length) ?? ''
  );
}

async function send<T>(method: string, path: string, body?: BodyInit, type?: string): Promise<T> {
  let response: Response;
  try {
    response = await fetch(path, {
      method,
      body,
      credentials: 'same-origin',
      headers: {
        Accept: 'application/json',
        'X-XSRF-TOKEN': csrfToken(),
        ...(type ? { 'Content-Type': type } : {}),
      },
    });
  } catch {
    throw new ApiProblem(
      0,
      'NO_CONNECTION',
      'The server does not answer. Check the connection; nothing you typed is lost.',
      {},
    );
  }
  const text = await response.text();
  if (!response.ok) {
    let problem: Record<string, unknown> = {};
    try {
      problem = JSON.parse(text);
    } catch {
      // Not every answer has a body; the status says enough then.
    }
    const detail =
      typeof problem.detail === 'string'
        ? problem.detail
        : `The server answered ${response.status}. Try again.`;
    throw new ApiProblem(response.status, String(problem.code ?? response.status), detail, problem);
  }
  return (text ? JSON.parse(text) : undefined) as T;
}

export const api = {
  get: <T>(path: string) => send<T>('GET', path),
  post: <T>(path: string, body: unknown) => send<T>('POST', path, JSON.stringify(body), 'application/json'),
  delete: <T>(path: string) => send<T>('DELETE', path),
  upload: <T>(path: string, file: Blob) => send<T>('POST', path, file, file.type),
  form: (path: string, fields: Record<string, string>) =>
    send<void>('POST', path, new URLSearchParams(fields).toString(), 'application/x-www-form-urlencoded'),
};
