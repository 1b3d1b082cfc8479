// Back from a day without network: 1,000 late entries into streams of 1,000, 10,000 and 100,000, posted as the page does it, while sockets of another station wait for their answers.
// And a fold of many entries from the database against `JSON.parse` of the same text.
import { connect } from 'node:net';
import { createRequire } from 'node:module';
import { advance, emptyState, keptEntry } from '@green-lamp/core/journal';
import { stationStream } from '@green-lamp/core/name';
import { person, quantile, ulid } from './client.mjs';
import { demoServer } from './server.mjs';

const desk = await demoServer();
const { line, end, loop, database } = desk;
const { entry: written, post, arrive } = person(() => desk.web);
const entry = (stream, kind, data, at) => written(stream, kind, data, { at, since: 0 });
const now = Date.now();
const day = 86_400_000;
await arrive();
const fill = async (stream, n) => {
  await post([entry(stream, 'station.opened', { name: `Late ${n}`, demo: false }, now - 3 * day)]);
  let over = null;
  for (let done = 1; done < n; ) {
    const some = Array.from({ length: Math.min(200, n - done) }, (_, i) => {
      const at = now - 2 * day + Math.floor(((done + i) / n) * 2 * day);
      if (i % 4 > 0) return entry(stream, 'note.written', { lamp: null, words: `note ${done + i}` }, at);
      const text = entry(stream, 'setting.set', { key: 'site.place', value: `v${i}`, origin: 'typed', simulated: false, over }, at);
      over = JSON.parse(text).id;
      return text;
    });
    await post(some);
    done += some.length;
  }
};
for (const n of [1000, 10_000, 20_000, 100_000]) {
  const stream = stationStream(ulid());
  await fill(stream, n);
  await loop();
  let going = true;
  const times = [];
  const socket = connect({ port: line, host: '127.0.0.1', localAddress: '127.0.9.2' });
  const asking = (async () => {
    while (going) {
      const from = performance.now();
      await new Promise((done) => {
        socket.once('data', done);
        socket.write('0417;;event=bench\n');
      });
      times.push(performance.now() - from);
    }
    socket.destroy();
  })();
  const from = performance.now();
  for (let i = 0; i < 5; i++)
    await post(
      Array.from({ length: 200 }, (_, k) =>
        entry(stream, 'note.written', { lamp: null, words: `late ${k}` }, now - day + (i * 200 + k) * 1000),
      ),
    );
  const took = performance.now() - from;
  going = false;
  await asking;
  const { 'p99.9': longest } = await loop();
  console.log(
    `1,000 late into ${String(n).padStart(6)}   ${took.toFixed(0).padStart(5)} ms   others wait p50 ${quantile(times, 0.5).toFixed(1)} p99 ${quantile(times, 0.99).toFixed(1)} ms   loop p99.9 ${longest} ms`,
  );
  if (n < 100_000) continue;
  const Libsql = createRequire(new URL('../apps/server/package.json', import.meta.url))('libsql');
  const db = new Libsql(database, { readonly: true });
  db.exec('pragma cache_size=-65536');
  const read = db.prepare('select text, ord, id from entry where stream = ? and (ord, id) > (?, ?) order by ord, id limit 100');
  const texts = db
    .prepare('select text from entry where stream = ?')
    .all([stream])
    .map(({ text }) => text);
  const best = (work) => Math.min(...[1, 2, 3].map(() => ((began) => (work(), performance.now() - began))(performance.now())));
  const parsed = best(() => texts.forEach((text) => JSON.parse(text)));
  const folded = best(() => {
    let state = emptyState(stream);
    for (let last = { ord: -1, id: '' }; last !== undefined; ) {
      const page = read.all([stream, last.ord, last.id]);
      state = advance(
        state,
        page.map(({ text, ord, id }) => ({ entry: keptEntry(text), pos: { ord, id } })),
      );
      last = page.length < 100 ? undefined : page.at(-1);
    }
  });
  console.log(
    `fold of ${texts.length} from the database ${folded.toFixed(0)} ms   JSON.parse ${parsed.toFixed(0)} ms   ratio ${(folded / parsed).toFixed(1)} (goal 5)`,
  );
}
end();
