import type { components } from './schema';

export type Schemas = components['schemas'];

/** What the server says when something is wrong (RFC 9457). */
export class ApiProblem extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    detail: string,
    readonly body: Record<string, unknown>,
    readonly retryAfterMs?: number,
  ) {
    super(detail);
  }
}

/** What was sent cannot be, whenever it is sent; anything else may be different a moment later. */
export function isRefusal(problem: ApiProblem): boolean {
  return [400, 404, 413, 422].includes(problem.status);
}

function csrfToken(): string {
  return (
    document.cookie
      .split('; ')
      .find((c) => c.startsWith('XSRF-TOKEN='))
      ?.slice('XSRF-TOKEN='.length) ?? ''
  );
}

async function send<T>(
  method: string,
  path: string,
  body?: BodyInit,
  type?: string,
  more: Record<string, string> = {},
): Promise<T> {
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
        ...more,
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
  if (response.status === 304) return undefined as T;
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
    const after = Number(response.headers.get('Retry-After'));
    throw new ApiProblem(
      response.status,
      String(problem.code ?? response.status),
      detail,
      problem,
      after > 0 ? after * 1000 : undefined,
    );
  }
  return (text ? JSON.parse(text) : undefined) as T;
}

export const api = {
  /** What is at a path, or undefined when it is still at the version that is known. */
  getUnless: <T>(path: string, stamp: string | undefined) =>
    send<T | undefined>(
      'GET',
      path,
      undefined,
      undefined,
      stamp === undefined ? {} : { 'If-None-Match': `"${stamp}"` },
    ),
  get: <T>(path: string) => send<T>('GET', path),
  post: <T>(path: string, body: unknown) => send<T>('POST', path, JSON.stringify(body), 'application/json'),
  put: <T>(path: string, body: unknown) => send<T>('PUT', path, JSON.stringify(body), 'application/json'),
  delete: <T>(path: string) => send<T>('DELETE', path),
  upload: <T>(path: string, file: Blob) => send<T>('POST', path, file, file.type),
  form: (path: string, fields: Record<string, string>) =>
    send<void>('POST', path, new URLSearchParams(fields).toString(), 'application/x-www-form-urlencoded'),
};
