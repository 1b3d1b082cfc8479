// The sheet under a hand: a station of so many settings, a value typed letter by letter, the list scrolled. Handler and paint are the browser's own event timing, held against a bare field in the same browser.
// node bench/page.mjs [settings] [letters]
import { createRequire } from 'node:module';
import { stationStream } from '@green-lamp/core/name';
import { parametersOf } from '@green-lamp/core/sheet';
import { element, person, quantile, ulid } from './client.mjs';
import { demoServer } from './server.mjs';

const { chromium } = createRequire(new URL('../e2e/package.json', import.meta.url))('@playwright/test');
const [settings, letters] = [Number(process.argv[2] ?? 300), Number(process.argv[3] ?? 400)];
const desk = await demoServer({ keep: true });
const { entry, post, arrive } = person(() => desk.web);
await arrive();

const stream = stationStream(ulid());
const add = (group, id, label = group) => entry(stream, 'element.added', { group, id, label });
const set = (key, value) => entry(stream, 'setting.set', { key, value, origin: 'typed', simulated: false, over: null });
const valueOf = ({ form }) => {
  if (form.is === 'text') return form.as === undefined ? 'bench' : null;
  if (form.is === 'count' || form.is === 'figure') return form.least;
  if (form.is === 'choice') return form.of[0].value;
  return form.is === 'yesno' ? true : null;
};
const made = [entry(stream, 'station.opened', { name: 'Bench, Every Setting', demo: false })];
let filled = 0;
for (const group of ['path', 'sim', 'modem', 'unit', 'receiver', 'link', 'antenna', 'input', 'device', 'output', 'forward', 'tunnel']) {
  const id = element();
  made.push(add(group, id));
  for (const of of parametersOf(group)) {
    const value = valueOf(of);
    if (value === null || filled >= settings) continue;
    made.push(set(`${group}:${id}.${of.key.split('.')[1]}`, value));
    filled += 1;
  }
}
for (let i = 0; i < made.length; i += 100) await post(made.slice(i, i + 100));

const browser = await chromium.launch({ executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium', args: ['--no-sandbox'] });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const watch = () =>
  page.evaluate(() => {
    globalThis.timed = [];
    globalThis.long = [];
    new PerformanceObserver((list) => {
      for (const { name, duration, processingStart, processingEnd } of list.getEntries())
        if (name === 'input' || name === 'keydown') globalThis.timed.push({ duration, handler: processingEnd - processingStart });
    }).observe({ type: 'event', durationThreshold: 16 });
    new PerformanceObserver((list) => {
      for (const { duration } of list.getEntries()) globalThis.long.push(duration);
    }).observe({ type: 'longtask' });
  });
/** Types letter by letter, a hand's 60 ms apart; what took less than the browser's least of 16 ms counts as that. */
const typed = async (n) => {
  await page.evaluate(() => {
    globalThis.timed.length = 0;
  });
  for (let i = 0; i < n; i++)
    await page.keyboard.type(String(i % 10), { delay: 60 }).then(() => (i % 12 === 11 ? page.keyboard.press('ControlOrMeta+a') : null));
  await page.waitForTimeout(500);
  const all = await page.evaluate(() => globalThis.timed);
  const rest = Math.max(0, 2 * n - all.length);
  const of = (what) => [...all.map((one) => one[what]), ...Array.from({ length: rest }, () => (what === 'duration' ? 16 : 1))];
  return { handler: quantile(of('handler'), 0.99), paint: quantile(of('duration'), 0.99), slow: all.length };
};

await page.goto(`data:text/html,<input id=a oninput="b.textContent=a.value"><p id=b></p>`);
await watch();
await page.focus('#a');
const bare = await typed(letters);

await page.goto(`${desk.web}/stations/${stream}/sheet`);
await page.getByRole('dialog').getByRole('button').first().waitFor();
const name = page.getByRole('dialog').getByLabel(/^(?:Somebody else|Your name)$/);
await name.fill('Ines B');
await page.getByRole('button', { name: 'Use this name' }).click();
await page
  .getByRole('button', { name: /^Modem, / })
  .first()
  .click();
await page.locator('[data-row]').filter({ hasText: 'Idle limit' }).first().click();
await watch();
await page.locator('.sheet-pane input').first().focus();
const sheet = await typed(letters);
await page.keyboard.press('Escape');

await page.getByRole('button', { name: /^All devices/ }).click();
await page.waitForTimeout(500);
await page.evaluate(() => {
  globalThis.long.length = 0;
});
await page.mouse.move(700, 500);
for (let i = 0; i < 120; i++) {
  await page.mouse.wheel(0, i < 60 ? 400 : -400);
  await page.waitForTimeout(16);
}
const scrolling = await page.evaluate(() => globalThis.long);

const ms = (n) => n.toFixed(0).padStart(4);
console.log(`${filled} settings, ${letters} letters`);
console.log(`a letter            bare field   sheet   (aim)`);
console.log(`handler, p99, ms        ${ms(bare.handler)}    ${ms(sheet.handler)}    (16)`);
console.log(`painted, p99, ms        ${ms(bare.paint)}    ${ms(sheet.paint)}    (33; the browser counts from 16, in steps of 8)`);
console.log(`letters over 16 ms      ${ms(bare.slow)}    ${ms(sheet.slow)}`);
console.log(
  `scrolling all devices: ${scrolling.length} tasks over 50 ms${scrolling.length > 0 ? `, the longest ${ms(Math.max(...scrolling))} ms` : ''} (aim: none)`,
);
await browser.close();
await desk.stop();
