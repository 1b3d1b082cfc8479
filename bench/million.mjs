// One stream of a million entries: read out of the database a page at a time and folded, beside JSON.parse of the same texts. Prints the ratio and the memory.
// node bench/million.mjs [entries]
import { mkdtempSync, rmSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { advance, emptyState, hashOf, keptEntry, placedEntry, textOf, write } from '@green-lamp/core/journal';
import { isSettingKey, stationStream, sure } from '@green-lamp/core/name';
import { chance } from '@green-lamp/core/scenario';

const Libsql = createRequire(new URL('../apps/server/package.json', import.meta.url))('libsql');
const most = Number(process.argv[2] ?? 1_000_000);
const page = 500;
const folder = mkdtempSync(join(tmpdir(), 'green-lamp-million-'));
const db = new Libsql(join(folder, 'bench.db'));
db.exec('pragma journal_mode = off; pragma synchronous = off');
db.exec('create table entry (seq integer primary key, text text not null, received integer not null)');
const c = chance(1);
const base = 1_780_000_000_000;
const stream = stationStream(c.ulid(base));
const who = { person: c.ulid(base), device: c.ulid(base) };
const keys = Array.from({ length: 40 }, (_, i) => sure(isSettingKey, `site.p${i}`));
const insert = db.prepare('insert into entry values (?, ?, ?)');
const last = new Map();
for (let from = 0; from < most; from += 10_000) {
  db.exec('begin');
  for (let i = from; i < Math.min(most, from + 10_000); i++) {
    const id = c.ulid(base + i);
    const key = keys[i % 40];
    const data = { key, value: `v${i}`, origin: 'typed', simulated: false, over: last.get(key) ?? null };
    last.set(key, id);
    insert.run([i + 1, textOf(write({ id, at: base + i, skew: 0, since: 0, who }, stream, 'setting.set', data)), base + i]);
  }
  db.exec('commit');
}
const read = db.prepare('select seq, text, received from entry where seq > ? order by seq limit ?');
/** Every page of texts, by its own statement. */
const pages = function* () {
  for (let after = 0; ; ) {
    const rows = read.all([after, page]);
    if (rows.length === 0) return;
    yield rows;
    after = rows.at(-1).seq;
  }
};
const seconds = (work) => {
  const from = process.hrtime.bigint();
  work();
  return Number(process.hrtime.bigint() - from) / 1e9;
};
let peak = 0;
const look = () => (peak = Math.max(peak, process.memoryUsage().heapUsed));
globalThis.gc?.();
const before = process.memoryUsage().heapUsed;
let state = emptyState(stream);
const folded = seconds(() => {
  for (const rows of pages()) {
    const placed = rows.map(({ text, received }) => placedEntry(keptEntry(text), received));
    state = advance(state, placed);
    look();
  }
});
const parsed = seconds(() => {
  for (const rows of pages()) for (const { text } of rows) JSON.parse(text);
});
console.log(`${state.count} entries folded in ${folded.toFixed(1)} s as the desk does; ${hashOf(JSON.stringify(state)).slice(0, 8)}`);
console.log(`JSON.parse of the same, read the same way: ${parsed.toFixed(1)} s; ratio ${(folded / parsed).toFixed(1)} (goal 5)`);
console.log(`memory at most ${((peak - before) / 1e6).toFixed(0)} MB above the start (goal 300)`);
db.close();
rmSync(folder, { recursive: true, force: true });
