// node bench/timed.mjs ADDRESS PATH ...   signs in as a demo account and times a hundred requests of each path, one after the other.
const [address, ...paths] = process.argv.slice(2);
const jar = new Map();
const keep = (answer) => {
  for (const line of answer.headers.getSetCookie()) {
    const [name, value] = line.split(';')[0].split('=');
    jar.set(name, value);
  }
  return answer;
};
const cookies = () => [...jar].map(([n, v]) => `${n}=${v}`).join('; ');
const ask = async (path) => keep(await fetch(address + path, { headers: { cookie: cookies() } }));
const hints = await (await ask('/api/sign-in-hints')).json();
const [hint] = Object.values(hints)[0].filter((h) => h.login === 'ilka');
await ask('/api/session');
const signed = keep(
  await fetch(`${address}/api/sign-in`, {
    method: 'POST',
    headers: {
      cookie: cookies(),
      'X-XSRF-TOKEN': jar.get('XSRF-TOKEN'),
      'Content-Type': 'application/x-www-form-urlencoded',
    },
    body: new URLSearchParams({ username: hint.login, login: hint.login, password: hint.password }),
  }),
);
if (!signed.ok) throw new Error(`sign-in answers ${signed.status}`);
for (const path of paths) {
  const took = [];
  let status = 0;
  for (let i = 0; i < 110; i++) {
    const from = performance.now();
    const answer = await ask(path);
    await answer.arrayBuffer();
    status = answer.status;
    if (i >= 10) took.push(performance.now() - from);
  }
  took.sort((a, b) => a - b);
  console.log(`${String(status)}  median ${took[50].toFixed(1).padStart(6)}  95th ${took[95].toFixed(1).padStart(6)}  ${path}`);
}
