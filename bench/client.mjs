// Somebody of the demo, as far as HTTP goes: keeps cookies and sends the token back.
const HINTS = { ilka: 'lichen-on-the-wall', bram: 'gorse-by-the-gate' };

export async function signedIn(address, login) {
  const jar = new Map();
  const ask = async (path, options = {}) => {
    const answer = await fetch(address + path, {
      ...options,
      headers: {
        cookie: [...jar].map(([n, v]) => `${n}=${v}`).join('; '),
        'X-XSRF-TOKEN': jar.get('XSRF-TOKEN') ?? '',
        ...options.headers,
      },
    });
    for (const line of answer.headers.getSetCookie()) {
      const [name, value] = line.split(';')[0].split('=');
      jar.set(name, value);
    }
    return answer;
  };
  await ask('/api/session');
  const answer = await ask('/api/sign-in', {
    method: 'POST',
    headers: { 'Content-Type': 'application/x-www-form-urlencoded' },
    body: new URLSearchParams({ login, password: HINTS[login] }),
  });
  if (!answer.ok) throw new Error(`sign-in answers ${answer.status}`);
  await ask('/api/session');
  return ask;
}

export const median = (all) => quantile(all, 0.5);
export const quantile = (all, q) => all.toSorted((a, b) => a - b)[Math.min(all.length - 1, Math.floor(all.length * q))];
export async function timed(ask, path, options) {
  const before = performance.now();
  const answer = await ask(path, options);
  const body = await answer.text();
  return { took: performance.now() - before, status: answer.status, body, tag: answer.headers.get('etag') };
}
