// node bench/sixty-at-once.mjs ADDRESS   sixty of one costly request at once, and beside them somebody who opens a job, again and again:
// how much longer that takes than alone. Medians in milliseconds; the demo has to run there.
import { median, signedIn, timed } from './client.mjs';

const [address] = process.argv.slice(2);
const light = await signedIn(address, 'ilka');
const heavy = await signedIn(address, 'bram');
const jobs = await (await light('/api/jobs')).json();
const job = (jobs.jobs ?? jobs)[0].id;
async function looks(until) {
  const took = [];
  while (until(took.length)) {
    took.push((await timed(light, `/api/jobs/${job}`)).took);
    await new Promise((r) => setTimeout(r, 20));
  }
  return took;
}
for (let i = 0; i < 200; i++) await timed(light, `/api/jobs/${job}`);
const alone = median(await looks((n) => n < 100));
console.log(`a job, alone: ${alone.toFixed(1)}`);
for (const [name, path] of [
  ['options', (i) => `/api/jobs/${job}/options?patience=${2000 + i}`],
  ['report as PDF', () => `/api/jobs/${job}/report.pdf`],
  ['opening sheet as PDF', () => `/api/jobs/${job}/opening-sheet.pdf`],
  ['export', () => `/api/jobs/${job}/export`],
  ['start trouble', () => `/api/jobs/${job}/trouble`],
  ['all jobs as CSV', () => '/api/jobs.csv'],
]) {
  let left = 60;
  const statuses = new Map();
  const started = performance.now();
  const all = Array.from({ length: 60 }, async (_, i) => {
    const { status } = await timed(heavy, path(i));
    statuses.set(status, (statuses.get(status) ?? 0) + 1);
    left--;
  });
  const beside = await looks((n) => left > 0 || n < 5);
  await Promise.all(all);
  const m = median(beside);
  console.log(
    `beside 60 x ${name} (${((performance.now() - started) / 1000).toFixed(1)} s, ${[...statuses].map(([s, n]) => `${n} x ${s}`).join(', ')}): ${m.toFixed(1)}, ${(m / alone).toFixed(1)} times`,
  );
}
