// A column that is pasted fills down: a line for each row from the one in hand. What can't be read is named and left, and loses nothing that can.
import { same, standing, wanted } from '@green-lamp/core/journal';
import { isSettingKey, type Json, type SettingKey } from '@green-lamp/core/name';
import { sentence } from '@green-lamp/core/problem';
import { definitionOf, type Parameter, parseTyped } from '@green-lamp/core/sheet';
import type { Draft } from '../../../../store/append.ts';
import type { Station } from '../../../../store/use-station.ts';

export type Filled = { readonly drafts: readonly Draft[]; readonly problems: readonly string[] };

/** By its name, as people write it in a list, where the value is another element or one of few. */
const parsed = (station: Station, of: Parameter, text: string): { readonly value: Json } | { readonly why: string } => {
  const { form } = of;
  const named = (all: readonly { value: string; label: string }[]): string =>
    all.find(({ value, label }) => [value, label].some((one) => one.toLowerCase() === text.toLowerCase()))?.value ?? text;
  const typed =
    form.is === 'choice'
      ? named(form.of)
      : form.is === 'yesno'
        ? named([
            { value: 'yes', label: form.yes },
            { value: 'no', label: form.no },
          ])
        : form.is === 'element'
          ? named(station.state.elements.filter(({ group }) => group === form.group).map(({ id, label }) => ({ value: id, label })))
          : text;
  const read = parseTyped(of, typed);
  return read.ok ? { value: read.value } : { why: read.problems.map((one) => sentence(one)).join(' ') };
};

/** What a pasted column makes of the rows that it covers. An empty line leaves its row as it is. */
export const fillDown = (station: Station, rows: readonly string[], text: string): Filled => {
  const lines = text.replace(/\r\n?/g, '\n').replace(/\n$/, '').split('\n');
  const drafts: Draft[] = [];
  const problems: string[] = [];
  for (const [i, line] of lines.entries()) {
    const typed = line.split('\t')[0]?.trim() ?? '';
    const key = rows[i];
    if (typed === '') continue;
    if (key === undefined) {
      problems.push(`Line ${i + 1}: no row is left for it.`);
      continue;
    }
    const put = one(station, key, typed);
    if (typeof put === 'string') problems.push(`Line ${i + 1}, ${isSettingKey(key) ? station.speaker.setting(key) : key}: ${put}`);
    else if (put !== null) drafts.push(put);
  }
  return { drafts, problems };
};

const one = (station: Station, key: string, typed: string): Draft | string | null => {
  const of = isSettingKey(key) ? definitionOf(key) : null;
  if (of === null || !isSettingKey(key)) return 'it is not a setting.';
  if (of.form.is === 'secret') return 'a secret is not pasted in a list: open its row.';
  const read = parsed(station, of, typed);
  if ('why' in read) return read.why;
  return setting(station, key, read.value);
};

const setting = (station: Station, key: SettingKey, value: Json): Draft | null =>
  same(wanted(station.state, key) ?? null, value)
    ? null
    : {
        kind: 'setting.set',
        data: { key, value, origin: 'typed', simulated: false, over: standing(station.state, key)?.pos.id ?? null },
      };
