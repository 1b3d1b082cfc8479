// No setting without a reader: each is read by a check, an agreement, a sum, a walk, a lamp, the yard or the desk; or says here why it is for people.
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { agreements, parameters } from '../sheet/index.ts';
import { rules } from './index.ts';

/** For people: nothing can be computed from them, and somebody has to know them. */
const forPeople: { readonly [key: string]: string } = {
  'site.client': 'whose it is; house rules are adopted by hand for it',
  'site.contact': 'whom to ring for the gate',
  'site.access': 'how one gets there: boat, ladder, dog',
  'it.contact': 'whom to ring while one stands there',
  'outbound.what': 'the name of a rule, when it is asked about',
  'unit.installerName': 'what the unit writes beside a change',
  'unit.language': 'the first prompt of its menu',
  'unit.menuState': 'what has to rest so that its menu opens',
  'antenna.place': 'where to look for it',
  'modem.type': 'which manual to open',
  'terminal.mark': 'what is read in the dark',
  'terminal.wire': 'the colour that whoever opens it looks for',
};
/** Settings that only a sum can read which does not exist yet. */
const forSums: readonly string[] = [];

const core = join(__dirname, '..');
const filesIn = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    return entry.isDirectory() ? filesIn(path) : /\.tsx?$/.test(path) && !path.includes('.test.') ? [path] : [];
  });
/** Code that computes: not tables, menus, asks, words and lists, which only show. */
const shows = /words|walk\/(?:asks|answers|menu|cards|device-file|many|sheet-csv)\.ts|check\/(?:rules\/|traps)/;
const computing = [
  ...['lamp', 'check', 'walk', 'yard', 'sums', 'evidence', 'journal'].flatMap((folder) => filesIn(join(core, folder))),
  ...filesIn(join(core, '..', '..', '..', 'apps', 'server', 'src')),
  join(core, 'sheet', 'bindings.ts'),
]
  .filter((path) => !shows.test(path))
  .map((path) => readFileSync(path, 'utf8'))
  .join('\n');

const byRules = new Set<string>([
  ...rules.flatMap((rule) => [...rule.reads, ...(rule.over === 'binding' ? rule.also : [])]),
  ...agreements.flatMap(({ a, b }) => [a, b]),
]);
const isRead = (key: string, holder: string, isReference: boolean): boolean => {
  const name = key.slice(holder.length + 1);
  return (
    isReference || // bindings join elements by every reference
    byRules.has(key) ||
    computing.includes(`'${key}'`) ||
    new RegExp(`'${holder}'[^;\\n]{0,80}'${name}'`).test(computing)
  );
};

test('every setting has a reader, or is one of at most fifteen for people, or of at most ten that wait for a sum', () => {
  const unread = parameters.filter(({ key, holder, form }) => !isRead(key, holder, form.is === 'element')).map(({ key }) => key);
  expect(unread.filter((key) => forPeople[key] === undefined && !forSums.includes(key))).toEqual([]);
  expect(Object.keys(forPeople).filter((key) => !unread.includes(key))).toEqual([]);
  expect(forSums.filter((key) => !unread.includes(key))).toEqual([]);
  expect(Object.keys(forPeople).length).toBeLessThanOrEqual(15);
  expect(forSums.length).toBeLessThanOrEqual(10);
});
test('the test itself sees a setting that nobody reads', () => expect(isRead('site.nothing', 'site', false)).toBe(false));
