// Ten thousand armed stations (or as many as named), whose windows end within a minute (or as many seconds as named): how late each silence is entered, what an otherwise idle desk costs meanwhile, against one timer each in the same process image (setTimeout in a bare Node).
// node bench/schedules.mjs [stations] [seconds]
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { chance, StationMaker } from '@green-lamp/core/scenario';
import { instant } from '@green-lamp/core/quantity';
import { textOf } from '@green-lamp/core/journal';
import { pause, person, quantile } from './client.mjs';
import { demoServer } from './server.mjs';

const Database = createRequire(new URL('../apps/server/package.json', import.meta.url))('libsql');
const n = Number(process.argv[2] ?? 10_000);
const spread = Number(process.argv[3] ?? 60) * 1000;
const desk = await demoServer();
const { who, post, arrive, get } = person(() => desk.web);
await arrive();
/** The first window ends some seconds after this. */
const ends = Date.now() + 60_000 + n * 20;
const grace = 6 * 3_600_000;
const c = chance(17);
const made = (i) => {
  const leaves = ends - grace + Math.floor((i / n) * spread);
  const m = new StationMaker({ chance: c, start: instant(leaves - 600_000), writer: who, name: `Armed ${i}` });
  m.set(null, { 'desk.supervision': true, 'desk.onTest': false, 'desk.grace': grace, 'desk.called': 'whoever is on call' });
  m.entered('desk').restarted('desk');
  m.wait(Math.max(0, leaves - m.now)).add('placed', { place: 'site', where: 'here' });
  return m.steps.flatMap((step) => (step.is === 'entry' ? [textOf(step.entry)] : []));
};
const from = performance.now();
const batch = 20;
for (let i = 0; i < n; i += batch) await post(Array.from({ length: Math.min(batch, n - i) }, (_, k) => made(i + k)).flat());
console.log(
  `${n} stations armed in ${((performance.now() - from) / 1000).toFixed(0)} s; their windows end in ${((ends - Date.now()) / 1000).toFixed(0)} s`,
);
for (;;) {
  const { judging } = await get('/api/stations?limit=1');
  if (judging.waiting === 0) break;
  await pause(200);
}
const cpu = () => {
  const of = readFileSync(`/proc/${desk.server.pid}/stat`, 'utf8').split(') ')[1].split(' ');
  return (Number(of[11]) + Number(of[12])) * 10;
};
// What was written is cached by and by: only then it is at rest.
await pause(Math.max(0, ends - Date.now() - 30_000));
const rest = Math.max(0, ends - Date.now() - 5000);
const [before, at] = [cpu(), performance.now()];
await pause(rest);
console.log(`at rest: ${(((cpu() - before) / (performance.now() - at)) * 100).toFixed(2)} % of one core`);
await pause(Math.max(0, ends - Date.now()) + spread + 20_000);
const rows = new Database(desk.database, { readonly: true })
  .prepare(`SELECT text FROM entry WHERE text LIKE '%"kind":"lapse.found"%'`)
  .all()
  .map(({ text }) => JSON.parse(text));
const late = rows.filter(({ data }) => data.is === 'first').map(({ at: found, data }) => found - data.due);
console.log(
  `${late.length} silences entered: late p50 ${quantile(late, 0.5)} ms, p99 ${quantile(late, 0.99)} ms, latest ${Math.max(...late)} ms`,
);
const bare = [];
const start = Date.now() + 200;
await Promise.all(
  Array.from({ length: n }, (_, i) => {
    const due = start + Math.floor((i / n) * (spread / 10));
    return new Promise((done) =>
      setTimeout(() => {
        bare.push(Date.now() - due);
        done();
      }, due - Date.now()),
    );
  }),
);
console.log(`bare timers: p99 ${quantile(bare, 0.99)} ms, latest ${Math.max(...bare)} ms`);
await desk.stop();
