// Calls among a hundred thousand and among a million: the newest page, a station's page, a text that is near, one that is nowhere (in the pieces in which the screen looks), against reading the table through by itself. Ratios say how each grows.
import { createRequire } from 'node:module';
import { person, quantile } from './client.mjs';
import { demoServer } from './server.mjs';

const Libsql = createRequire(new URL('../apps/server/package.json', import.meta.url))('libsql');
const first = await demoServer({ keep: true });
const [folder, file] = [first.folder, first.database];
await first.stop();

const fill = (to) => {
  const db = new Libsql(file);
  const model = db.prepare("select * from frame where status = 'matched' order by id desc limit 1").all()[0];
  const columns = Object.keys(model).filter((name) => name !== 'id');
  const insert = db.prepare(`insert into frame (${columns.map((name) => `\`${name}\``)}) values (${columns.map(() => '?')})`);
  let there = db.prepare('select count(*) as n from frame').all()[0].n;
  db.exec('begin');
  for (; there < to; there++) {
    const own = {
      ...model,
      bytes: Buffer.from(model.bytes),
      at: model.at + there,
      kept: model.at + there,
      digest: `d${there}`,
      alike: null,
      fields: JSON.stringify({ n: String(there) }),
      entry: null,
    };
    insert.run(...columns.map((name) => own[name]));
  }
  db.exec('commit');
  const from = performance.now();
  db.prepare("select count(*) from frame where instr(lower(coalesce(cast(fields as text), '')), 'nowhere') > 0").all();
  const through = performance.now() - from;
  const newest = db.prepare('select max(id) as id from frame').all()[0].id;
  db.exec('pragma wal_checkpoint(truncate)');
  db.close();
  return { through, newest };
};

const measure = async (size) => {
  const { through } = fill(size);
  const desk = await demoServer({ folder, keep: true });
  const me = person(() => desk.web);
  await me.arrive();
  const get = (query) => me.get(`/api/frames?${query}`);
  const timed = async (work, n) => {
    const times = [];
    for (let i = 0; i < n; i++) {
      const from = performance.now();
      await work();
      times.push(performance.now() - from);
    }
    return [quantile(times, 0.5), quantile(times, 0.99)];
  };
  const { frames } = await get('limit=1');
  const station = frames[0].station;
  const nowhere = async () => {
    let before;
    for (;;) {
      const { lookedTo } = await get(`text=nowhere-at-all&limit=30${before === undefined ? '' : `&before=${before}`}`);
      if (lookedTo === null) return;
      before = lookedTo.id;
    }
  };
  const said = {
    'newest page': await timed(() => get('limit=30'), 40),
    'a station’s page': await timed(() => get(`station=${station}&limit=30`), 40),
    'text that is near': await timed(() => get(`text=${String(size - 500).slice(0, 4)}&limit=30`), 20),
    'text that is nowhere': await timed(nowhere, 3),
  };
  // Whoever asks something small meanwhile.
  let looking = true;
  const meanwhile = (async () => {
    const waits = [];
    while (looking) {
      const from = performance.now();
      await fetch(`${desk.web}/api/health`);
      waits.push(performance.now() - from);
      await new Promise((done) => setTimeout(done, 10));
    }
    return [quantile(waits, 0.5), quantile(waits, 0.99)];
  })();
  await nowhere();
  looking = false;
  const others = await meanwhile;
  await desk.stop();
  return { size, through, said, others };
};
const results = [await measure(100_000), await measure(1_000_000)];
for (const { size, through, said, others } of results) {
  console.log(
    `${size.toLocaleString('en')} calls; read through by itself ${through.toFixed(0)} ms; another’s question meanwhile p50 ${others[0].toFixed(1)} ms, p99 ${others[1].toFixed(1)} ms`,
  );
  for (const [what, [p50, p99]] of Object.entries(said))
    console.log(`  ${what.padEnd(22)} p50 ${p50.toFixed(1)} ms, p99 ${p99.toFixed(1)} ms`);
}
const [small, large] = results;
for (const what of Object.keys(small.said))
  console.log(`growth by ten: ${what.padEnd(22)} × ${(large.said[what][0] / small.said[what][0]).toFixed(1)}`);
console.log(`nowhere against reading through: × ${(large.said['text that is nowhere'][0] / large.through).toFixed(1)}`);
first.forget();
process.exit();
