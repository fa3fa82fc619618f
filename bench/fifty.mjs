// node bench/fifty.mjs ADDRESS [SECONDS] [THINKING_MS]   fifty technicians as the pages behave: each opens the bench, a job of their own, notes
// something in it, looks at its plan and stock, asks again with the tag of what they have. Prints requests a second and, by kind, median and 95th
// in milliseconds. Without thinking (0) it is as many as the machine answers. The demo has to run there; each person takes one machine in.
import { median, quantile, signedIn, timed } from './client.mjs';

const [address, seconds = '30', thinking = '2000'] = process.argv.slice(2);
const took = new Map();
const wrong = new Map();
let until = 0;

async function note(kind, asked) {
  const answer = await asked;
  if (until) took.set(kind, [...(took.get(kind) ?? []), answer.took]);
  if (answer.status >= 400) wrong.set(`${kind} ${answer.status}`, (wrong.get(`${kind} ${answer.status}`) ?? 0) + 1);
  return answer;
}
const json = (body) => ({ method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) });

async function technician(ask, no) {
  const job = JSON.parse(
    (await timed(ask, '/api/jobs', json({ machineId: 'skerrow-tern-16', owner: `Bench of fifty ${no}`, wish: 'More room' }))).body,
  );
  let { version } = job;
  let tag;
  const think = () => new Promise((r) => setTimeout(r, Number(thinking) * (0.5 + Math.random())));
  while (!until || performance.now() < until) {
    await note('bench', timed(ask, '/api/jobs'));
    await think();
    const opened = await note('job', timed(ask, `/api/jobs/${job.id}`, tag ? { headers: { 'If-None-Match': tag } } : {}));
    tag = opened.tag ?? tag;
    await think();
    const change = { type: 'AnswerIntake', condition: `as it came, ${version}` };
    const changed = await note('change', timed(ask, `/api/jobs/${job.id}/changes`, json({ expectedVersion: version, change })));
    if (changed.status === 200) version = JSON.parse(changed.body).job.version;
    await think();
    await note('stock', timed(ask, `/api/jobs/${job.id}/stock`));
    await think();
    await note('find', timed(ask, '/api/find?text=tern'));
    await think();
  }
}

const people = [];
for (let i = 0; i < 50; i++) people.push(await signedIn(address, i % 2 ? 'ilka' : 'bram'));
const all = people.map(technician);
await new Promise((r) => setTimeout(r, 10_000));
const started = performance.now();
until = started + Number(seconds) * 1000;
await Promise.all(all);
const every = [...took.values()].flat();
console.log(`${(every.length / ((performance.now() - started) / 1000)).toFixed(0)} requests a second, thinking ${thinking} ms`);
for (const [kind, t] of [...took, ['all', every]]) {
  console.log(`${kind.padEnd(8)} ${String(t.length).padStart(6)}  median ${median(t).toFixed(1).padStart(6)}  95th ${quantile(t, 0.95).toFixed(1).padStart(6)}`);
}
for (const [what, n] of wrong) console.log(`answered otherwise: ${n} x ${what}`);
