// How long 15,000 entries take: folded on as they come, against folded again from the first entry every 500. Prints the ratio of the two.
import { advance, emptyState, foldAll, placedEntry, readEntry, textOf, write } from '@green-lamp/core/journal';
import { isSettingKey, stationStream, sure } from '@green-lamp/core/name';
import { chance } from '@green-lamp/core/scenario';

const c = chance(1);
const base = 1_780_000_000_000;
const stream = stationStream(c.ulid(base));
const who = { person: c.ulid(base), device: c.ulid(base) };
const keys = Array.from({ length: 40 }, (_, i) => sure(isSettingKey, `site.p${i}`));
const entries = Array.from({ length: 15_000 }, (_, i) =>
  write({ id: c.ulid(base + i), at: base + i, skew: 0, since: 0, who }, stream, 'setting.set', {
    key: keys[i % 40],
    value: `v${i}`,
    origin: 'typed',
    simulated: false,
    over: null,
  }),
).map((entry, i, all) => ({ ...entry, data: { ...entry.data, over: i < 40 ? null : all[i - 40].id } }));
const seconds = (work) => {
  const from = process.hrtime.bigint();
  work();
  return Number(process.hrtime.bigint() - from) / 1e9;
};

const placed = entries.map((entry) => placedEntry(entry, entry.at));
const onward = seconds(() => placed.reduce((state, one) => advance(state, [one]), emptyState(stream)));
const again = seconds(() => {
  for (let n = 500; n <= placed.length; n += 500) foldAll(stream, placed.slice(0, n));
});
const texts = entries.map(textOf);
const read = seconds(() => texts.forEach((text) => readEntry(text)));
const parsed = seconds(() => texts.forEach((text) => JSON.parse(text)));
console.log(`fold on, entry by entry   ${onward.toFixed(2)} s for ${placed.length}`);
console.log(`fold again every 500      ${again.toFixed(2)} s    ratio ${(again / onward).toFixed(1)}`);
console.log(`read and judge            ${read.toFixed(2)} s    ratio to JSON.parse ${(read / parsed).toFixed(1)}`);
