// What is typed finds what is offered: every word somewhere, accents and case aside, what begins so first.
import { type Findable, found } from './findable.ts';

const of = (label: string, kind = 'setting'): Findable => ({ id: label, kind, label, press: () => undefined });
const all = [of('Roaming (card)'), of('APN (card)'), of('Back APN'), of('Écluse du Nord', 'station'), of('Night', 'command')];
const labels = (typed: string): string[] => found(all, typed).map(({ label }) => label);

test.each([
  ['', all.map(({ label }) => label)],
  ['apn', ['APN (card)', 'Back APN']],
  ['card apn', ['APN (card)']],
  ['ECLUSE nord', ['Écluse du Nord']],
  ['command', ['Night']],
  ['apx', []],
] as const)('‘%s’', (typed, expected) => expect(labels(typed)).toEqual(expected));
