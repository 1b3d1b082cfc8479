// What the machine gives at most: a bare server that cuts lines, writes rows like the newest frame of a database by prepared inserts into the same table, commits a turn at a time and only then answers. It knows no account, no path, no evidence.
// node bench/bare-server.mjs <database to copy the table and the row from>
import { createServer } from 'node:net';
import { createRequire } from 'node:module';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const Libsql = createRequire(new URL('../apps/server/package.json', import.meta.url))('libsql');
const folder = mkdtempSync(join(tmpdir(), 'green-lamp-bare-'));
const model = new Libsql(process.argv[2], { readonly: true });
const made = model.prepare("select sql from sqlite_master where tbl_name = 'frame' and sql is not null").all();
const sample = model.prepare("select * from frame where status = 'matched' and entry is null order by id desc limit 1").all()[0];
model.close();
const db = new Libsql(join(folder, 'bare.db'));
for (const pragma of ['journal_mode=WAL', 'synchronous=FULL']) db.exec(`PRAGMA ${pragma}`);
for (const { sql } of made) db.exec(sql);
const columns = Object.keys(sample);
const insert = db.prepare(`insert into frame (${columns.map((name) => `\`${name}\``)}) values (${columns.map(() => '?')})`);
const [begin, commit] = [db.prepare('begin immediate'), db.prepare('commit')];
const most = 64;
let id = 0;
let waiting = [];
let running = false;
const turn = () => {
  const some = waiting.slice(0, most);
  waiting = waiting.slice(most);
  begin.run();
  for (const { line } of some) {
    const now = Date.now();
    const own = { ...sample, id: ++id, at: now, kept: now, bytes: Buffer.from(line), digest: `${id}` };
    insert.run(...columns.map((name) => own[name]));
  }
  commit.run();
  for (const { socket, n } of some) {
    if (socket.writableCorked === 0) {
      socket.cork();
      setImmediate(() => socket.uncork());
    }
    socket.write(`OK ${n}\n`);
  }
  if (waiting.length > 0) setImmediate(turn);
  else running = false;
};
const server = createServer((socket) => {
  let rest = '';
  let n = 0;
  socket.setNoDelay(true).on('error', () => socket.destroy());
  socket.on('data', (chunk) => {
    const lines = (rest + chunk.toString('utf8')).split('\n');
    rest = lines.pop();
    for (const line of lines) waiting.push({ line, socket, n: ++n });
    if (running || waiting.length === 0) return;
    running = true;
    setImmediate(turn);
  });
});
server.listen(0, '127.0.0.1', () => console.log(`line 127.0.0.1:${server.address().port} `));
process.on('SIGTERM', () => {
  rmSync(folder, { recursive: true, force: true });
  process.exit(0);
});
