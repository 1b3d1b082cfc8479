// Arbitrary journals for the property tests: writers with wrong clocks that see one another now and then.
import { chance, type Writer } from '../scenario/index.ts';
import { instant } from '../quantity/index.ts';
import { isSettingKey, stationStream, sure, type Ulid } from '../name/index.ts';
import { type Entry, ordOf, type Pos, write } from './index.ts';

export const base = 1_780_000_000_000;
export type Written = { readonly entry: Entry; readonly received: number; readonly seen: readonly Ulid[] };

/** A journal of `n` entries by three writers: two hours fast, two hours slow, one that jumps. Some entries are made after seeing others. */
export const anyJournal = (seed: number, n: number): { stream: ReturnType<typeof stationStream>; written: Written[] } => {
  const c = chance(seed);
  const stream = stationStream(c.ulid(base));
  const writers: (Writer & { offset: number; skew: number | null; since: number; seen: Ulid[]; over: Pos | null })[] = [
    7_200_000, -7_200_000, 0,
  ].map((offset, i) => ({
    person: c.ulid(base),
    device: c.ulid(base),
    offset,
    skew: i === 1 ? 7_200_000 : null,
    since: 0,
    seen: [],
    over: null,
  }));
  const key = sure(isSettingKey, 'site.place');
  const unit = c.element();
  const written: Written[] = [];
  let received = base;
  for (let i = 0; i < n; i++) {
    const writer = writers[Math.floor(c.unit() * 3)];
    if (writer === undefined) continue;
    const now = base + i * 60_000;
    if (c.unit() < 0.2) writer.offset += Math.round((c.unit() - 0.5) * 10_000_000);
    if (c.unit() < 0.5 && written.length > 0) {
      const known = written.slice(0, 1 + Math.floor(c.unit() * written.length));
      writer.since = Math.max(writer.since, ...known.map(({ entry, received: at }) => ordOf(entry, at)));
      writer.seen = [...new Set([...writer.seen, ...known.map(({ entry }) => entry.id)])];
    }
    const pen = {
      id: c.ulid(now),
      at: instant(now + writer.offset),
      skew: writer.skew,
      since: writer.since,
      who: { person: writer.person, device: writer.device },
    };
    const over = writer.over?.id ?? null;
    const dice = c.unit();
    const entry =
      dice < 0.4
        ? write(pen, stream, 'setting.set', { key, value: `place ${i}`, origin: 'typed', simulated: false, over })
        : dice < 0.6
          ? write(pen, stream, 'setting.staged', {
              stage: dice < 0.5 ? 'entered' : 'inForce',
              asOf: pen.at,
              of: [{ key: sure(isSettingKey, `unit:${unit}.account`), set: null, value: `04${i % 3}7` }],
            })
          : dice < 0.7
            ? write(pen, stream, 'placed', { place: dice < 0.65 ? 'site' : 'bench', where: `place ${i}` })
            : dice < 0.85
              ? write(pen, stream, 'reading.taken', {
                  lamp: 'Power',
                  path: null,
                  what: 'supply.idle',
                  value: 12_000 + i,
                  in: 'mV',
                  item: null,
                  by: 'measured',
                  blind: false,
                  from: pen.at,
                  to: pen.at,
                  simulated: dice < 0.75,
                })
              : i === 0
                ? write(pen, stream, 'station.opened', { name: 'Any', demo: false })
                : write(pen, stream, 'note.written', { lamp: null, words: `note ${i}` });
    received = Math.max(now + Math.round(c.unit() * 30_000_000), received + 1);
    written.push({ entry, received, seen: writer.seen });
    writer.since = Math.max(writer.since, ordOf(entry, null));
    writer.seen = [...writer.seen, entry.id];
    if (entry.kind === 'setting.set') writer.over = { ord: ordOf(entry, received), id: entry.id };
  }
  return { stream, written };
};
