// Opening a bundle of 20,000 entries (or as many as named): every file against its hash, every entry judged, the chain walked; against unpacking the same zip and reading its JSON alone.
// node bench/bundle.mjs [entries]
import { createRequire } from 'node:module';
import {
  bundleOf,
  bundleParts,
  exportText,
  firstLink,
  hashOf,
  linkOf,
  sheetText,
  textOf,
  verifyBundle,
  write,
} from '@green-lamp/core/journal';
import { isSettingKey, stationStream, sure } from '@green-lamp/core/name';
import { chance } from '@green-lamp/core/scenario';

const { unzipSync } = createRequire(new URL('../packages/core/package.json', import.meta.url))('fflate');
const n = Number(process.argv[2] ?? 20_000);
const c = chance(5);
const base = 1_780_000_000_000;
const stream = stationStream(c.ulid(base));
const who = { person: c.ulid(base), device: c.ulid(base) };
const keys = Array.from({ length: 40 }, (_, i) => sure(isSettingKey, `site.p${i}`));
let link = firstLink(stream);
const kept = Array.from({ length: n }, (_, i) => {
  const entry = write({ id: c.ulid(base + i), at: base + i, skew: 0, since: 0, who }, stream, 'setting.set', {
    key: keys[i % 40],
    value: `value ${i}`,
    origin: 'typed',
    simulated: false,
    over: null,
  });
  const text = textOf(entry);
  const [hash, seq, received] = [hashOf(text), i + 1, base + i];
  link = linkOf(link, hash, seq, received);
  return { text, hash, seq, received, link };
});
const utf8 = (text) => new TextEncoder().encode(text);
const zip = bundleOf(stream, link, {
  [bundleParts.journal]: utf8(exportText(stream, kept, [])),
  [bundleParts.sheet]: utf8(sheetText({ name: 'Bench', elements: [], settings: {} })),
  [bundleParts.calls]: utf8(''),
});
const ms = (work) => {
  const from = process.hrtime.bigint();
  const done = work();
  return [Number(process.hrtime.bigint() - from) / 1e6, done];
};
const bare = () => JSON.parse(new TextDecoder().decode(unzipSync(zip)[bundleParts.journal]));
bare();
const [reference] = ms(bare);
const [ours, verified] = ms(() => verifyBundle(zip));
if (!verified.ok) throw new Error(JSON.stringify(verified));
console.log(
  `${n} entries, ${(zip.byteLength / 1e6).toFixed(1)} MB: opened and judged in ${ours.toFixed(0)} ms, unpacked and read alone in ${reference.toFixed(0)} ms`,
);
console.log(`ratio ours/reference ${(ours / reference).toFixed(1)}`);
