// A record of sixty pages (or of as many settings as named) as a PDF: made by the page itself with its own font, against the same browser's own printing of the same record.
// node bench/record.mjs [settings]
import { createRequire } from 'node:module';
import { writeFileSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import { stationStream } from '@green-lamp/core/name';
import { parametersOf } from '@green-lamp/core/sheet';
import { element, person, ulid } from './client.mjs';
import { demoServer } from './server.mjs';

const { chromium } = createRequire(new URL('../e2e/package.json', import.meta.url))('@playwright/test');
const settings = Number(process.argv[2] ?? 2400);
const desk = await demoServer({ keep: true });
const { entry, post, arrive } = person(() => desk.web);
await arrive();
const stream = stationStream(ulid());
const made = [entry(stream, 'station.opened', { name: 'Bench, Sixty Pages', demo: false })];
const valueOf = ({ form }) => {
  if (form.is === 'text') return form.as === undefined ? 'as it is written on the label of the device'.slice(0, form.most).trim() : null;
  if (form.is === 'count' || form.is === 'figure') return form.least;
  if (form.is === 'choice') return form.of[0].value;
  return form.is === 'yesno' ? true : null;
};
for (let filled = 0; filled < settings; ) {
  for (const group of ['input', 'device', 'output', 'unit', 'modem', 'path', 'link', 'antenna']) {
    const id = element();
    made.push(entry(stream, 'element.added', { group, id, label: `${group} ${filled}` }));
    for (const of of parametersOf(group)) {
      const value = valueOf(of);
      if (value === null || filled >= settings) continue;
      made.push(
        entry(stream, 'setting.set', {
          key: `${group}:${id}.${of.key.split('.')[1]}`,
          value,
          origin: 'typed',
          simulated: false,
          over: null,
        }),
      );
      filled += 1;
    }
  }
}
for (let i = 0; i < made.length; i += 100) await post(made.slice(i, i + 100));
const browser = await chromium.launch({ executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium', args: ['--no-sandbox'] });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await page.goto(`${desk.web}/stations/${stream}/handover`);
await page.getByRole('dialog').getByRole('button').first().waitFor();
await page
  .getByRole('dialog')
  .getByLabel(/^(?:Somebody else|Your name)$/)
  .fill('Ines B');
await page.getByRole('button', { name: 'Use this name' }).click();
const save = page.getByRole('button', { name: 'Save the record (PDF)' });
await save.waitFor();
const once = async () => {
  const from = performance.now();
  const [download] = await Promise.all([page.waitForEvent('download', { timeout: 300_000 }), save.click()]);
  const file = `/tmp/record-${process.pid}.pdf`;
  await download.saveAs(file);
  return { ms: performance.now() - from, file };
};
await once();
const ours = await once();
const from = performance.now();
const printed = await page.pdf({ format: 'A4' });
const reference = performance.now() - from;
const other = `/tmp/printed-${process.pid}.pdf`;
writeFileSync(other, printed);
const pages = (file) => Number(/Pages:\s+(\d+)/.exec(spawnSync('pdfinfo', [file], { encoding: 'utf8' }).stdout)?.[1] ?? 0);
console.log(
  `${settings} settings: ${pages(ours.file)} pages in ${(ours.ms / 1000).toFixed(2)} s, ${(ours.ms / pages(ours.file)).toFixed(0)} ms a page`,
);
console.log(`printed by the browser: ${pages(other)} pages in ${(reference / 1000).toFixed(2)} s`);
console.log(`ratio ours/printed ${(ours.ms / reference).toFixed(2)}`);
await browser.close();
await desk.stop();
