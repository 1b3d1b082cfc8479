// The server is killed again and again while calls, entries, late entries and texts arrive. Nothing that it acknowledged may be missing in the end.
// node bench/kill.mjs [kills]
import { createRequire } from 'node:module';
import { pause, person, unit } from './client.mjs';
import { demoServer } from './server.mjs';

const kills = Number(process.argv[2] ?? 1000);
const Libsql = createRequire(new URL('../apps/server/package.json', import.meta.url))('libsql');
let desk = await demoServer({ keep: true });
const { entry, post, send, arrive } = person(() => desk.web);
const acknowledged = { entries: new Set(), calls: new Set(), texts: new Set() };
await arrive();
const { stations } = await (await fetch(`${desk.web}/api/stations`)).json();
const streams = stations.map(({ stream }) => stream);
const began = performance.now();
for (let kill = 0; kill < kills; kill++) {
  let running = true;
  const again = async (work) => {
    for (let n = 0; running; n++)
      await work(n).catch(() => {
        running = false;
      });
  };
  const note = (n, more) => entry(streams[n % streams.length], 'note.written', { lamp: null, words: `${kill} ${n}` }, more);
  const keep = async (entries) => {
    for (const { id, is } of await post(entries)) if (is === 'kept') acknowledged.entries.add(id);
  };
  const works = [
    again((n) => keep([note(n)])),
    again((n) => keep([note(n, { at: Date.now() - 7_200_000, since: 0 }), note(n + 1, { at: Date.now() - 7_100_000, since: 0 })])),
    again(async (n) => {
      const { hash } = await send('/api/blobs', { text: `text ${kill} ${n}`, stream: streams[0] });
      if (hash !== undefined) acknowledged.texts.add(hash);
    }),
    (async () => {
      const { ask, socket } = await unit(desk.line, '127.0.9.2');
      for (let n = 0; running; n++) {
        const answer = await ask(`0417;;event=k${kill}n${n}\n`);
        if (answer === null) break;
        if (answer.startsWith('OK')) acknowledged.calls.add(`k${kill}n${n}`);
      }
      socket.destroy();
    })().catch(() => undefined),
  ];
  await pause(100 + Math.random() * 600);
  const gone = new Promise((done) => desk.server.once('exit', done));
  desk.end('SIGKILL');
  await gone;
  running = false;
  await Promise.all(works);
  desk = await demoServer({ folder: desk.folder, keep: true });
}
await desk.stop();
const db = new Libsql(desk.database, { readonly: true });
const all = (sql) =>
  new Set(
    db
      .prepare(sql)
      .all()
      .map((row) => Object.values(row)[0]),
  );
const missing = (of, there) => [...of].filter((one) => !there.has(one)).length;
const lost = {
  entries: missing(acknowledged.entries, all('select id from entry')),
  calls: missing(acknowledged.calls, all('select event from frame where event is not null')),
  texts: missing(acknowledged.texts, all('select hash from blob')),
};
console.log(`${kills} kills in ${((performance.now() - began) / 60_000).toFixed(1)} min`);
for (const [what, of] of Object.entries(acknowledged)) console.log(`${what.padEnd(8)} ${of.size} acknowledged, ${lost[what]} missing`);
console.log(db.prepare('pragma integrity_check').all()[0]);
db.close();
desk.forget();
if (Object.values(lost).some((n) => n > 0)) process.exitCode = 1;
