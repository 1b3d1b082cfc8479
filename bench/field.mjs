// In the field: what the first installation takes, how long a cold start without a network, and how long until the desk has a week's work, beside the same entries posted by a bare client.
// node bench/field.mjs [entries] [pictures]
import { createHash } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { textOf, write } from '@green-lamp/core/journal';
import { stationStream } from '@green-lamp/core/name';
import { pause, person, ulid } from './client.mjs';
import { demoServer } from './server.mjs';

const { chromium } = createRequire(new URL('../e2e/package.json', import.meta.url))('@playwright/test');
const [entries, pictures] = [Number(process.argv[2] ?? 2000), Number(process.argv[3] ?? 60)];
let desk = await demoServer({ keep: true });
const profile = mkdtempSync(join(tmpdir(), 'green-lamp-field-'));
const browser = await chromium.launchPersistentContext(profile, {
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: ['--no-sandbox'],
});
const page = await browser.newPage();
const session = await browser.newCDPSession(page);
let bytes = 0;
await session.send('Network.enable');
session.on('Network.loadingFinished', ({ encodedDataLength }) => (bytes += encodedDataLength));
await page.goto(`${desk.web}/stations`);
await page.getByLabel(/^(?:Somebody else|Your name)$/).fill('Bench');
await page.getByRole('button', { name: 'Use this name' }).click();
await page.goto(`${desk.web}/here`);
await page.getByText('The whole application is here').waitFor({ timeout: 60_000 });
const kept = await page.evaluate(async () => {
  let sum = 0;
  for (const name of await caches.keys())
    for (const response of await (await caches.open(name)).matchAll()) sum += (await response.arrayBuffer()).byteLength;
  return sum;
});
console.log(`installation            ${(kept / 1e6).toFixed(1)} MB kept; the page alone took ${(bytes / 1e3).toFixed(0)} kB on the wire`);

// A week's work is put where the page would have put it, with the desk gone.
const me = await page.evaluate(() => ({
  person: localStorage.getItem('green-lamp:person'),
  device: localStorage.getItem('green-lamp:device'),
}));
const stream = stationStream(ulid());
const made = (who, of, n) =>
  Array.from({ length: n }, (_, i) => {
    const kind = i === 0 ? 'station.opened' : 'note.written';
    const data = i === 0 ? { name: 'A week away', demo: false } : { lamp: null, words: `note ${i}` };
    const id = ulid();
    return {
      id,
      stream: of,
      text: textOf(write({ id, at: Date.now() + i, skew: 0, since: 0, who }, of, kind, data)),
      person: who.person,
      secrets: [],
    };
  });
await page.waitForTimeout(500);
await desk.end('SIGKILL');
await page.evaluate(
  async ({ rows, jpegs, of, by }) => {
    const open = indexedDB.open('green-lamp');
    const db = await new Promise((done) => (open.onsuccess = () => done(open.result)));
    const tx = db.transaction(['queue', 'pictures'], 'readwrite');
    for (const row of rows) tx.objectStore('queue').add(row);
    for (const { hash, octets } of jpegs)
      tx.objectStore('pictures').put({
        hash,
        bytes: Uint8Array.from(atob(octets), (c) => c.charCodeAt(0)),
        stream: of,
        step: 'bench',
        lamp: null,
        path: null,
        taken: Date.now(),
        person: by,
        waits: 1,
      });
    await new Promise((done) => (tx.oncomplete = done));
    db.close();
  },
  {
    rows: made(me, stream, entries),
    of: stream,
    by: me.person,
    jpegs: Array.from({ length: pictures }, (_, i) => {
      const head = [0xff, 0xd8, 0xff, 0xc0, 0, 11, 8, 0x04, 0xb0, 0x06, 0x40, 1, 1, 0x11, 0, 0xff, 0xda, 0, 8, 1, 1, 0, 0, 0x3f, 0];
      const octets = Buffer.concat([Buffer.from(head), Buffer.alloc(300_000, (i % 250) + 1), Buffer.from([0xff, 0xd9])]);
      return { hash: createHash('sha256').update(octets).digest('hex'), octets: octets.toString('base64') };
    }),
  },
);
await page.close();
const cold = await browser.newPage();
const from = performance.now();
await cold.goto(`${desk.web}/stations`);
await cold.getByText('A week away').first().waitFor({ timeout: 120_000 });
console.log(`cold start, no network  ${((performance.now() - from) / 1000).toFixed(1)} s to the list with ${entries} entries waiting`);

desk = await demoServer({ folder: desk.folder, keep: true, port: new URL(desk.web).port });
const back = performance.now();
await cold.reload();
await cold.getByText('all entries delivered').waitFor({ timeout: 600_000 });
const first = (performance.now() - back) / 1000;
console.log(`entries at the desk     ${first.toFixed(1)} s for ${entries}`);
for (;;) {
  const left = await cold.evaluate(async () => {
    const open = indexedDB.open('green-lamp');
    const db = await new Promise((done) => (open.onsuccess = () => done(open.result)));
    const ask = db.transaction('pictures').objectStore('pictures').index('waits').count(1);
    const n = await new Promise((done) => (ask.onsuccess = () => done(ask.result)));
    db.close();
    return n;
  });
  if (left === 0) break;
  await pause(200);
}
console.log(`pictures at the desk    ${((performance.now() - back) / 1000).toFixed(1)} s for ${pictures} of 300 kB`);
const bare = person(() => desk.web);
await bare.arrive();
const who = { person: ulid(), device: ulid() };
const rows = Array.from({ length: entries }, (_, i) =>
  i === 0
    ? bare.entry(stationStream(who.person), 'station.opened', { name: 'Bare', demo: false })
    : bare.entry(stationStream(who.person), 'note.written', { lamp: null, words: `n ${i}` }),
);
const posted = performance.now();
for (let i = 0; i < rows.length; i += 100) await bare.post(rows.slice(i, i + 100));
const alone = (performance.now() - posted) / 1000;
console.log(`the same, bare client   ${alone.toFixed(1)} s; the browser took ${(first / alone).toFixed(1)} times as long`);
await browser.close();
await desk.stop();
desk.forget();
rmSync(profile, { recursive: true, force: true });
