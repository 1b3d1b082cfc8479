// All checks on one full sheet of two hundred settings, against structuredClone of it; and stations by the thousand across, to see how the time grows.
import { check, checkFleet } from '@green-lamp/core/check';
import { chance } from '@green-lamp/core/scenario';
import { parameters } from '@green-lamp/core/sheet';

const c = chance(4);
const groups = [
  'path',
  'sim',
  'modem',
  'apn',
  'antenna',
  'unit',
  'link',
  'bus',
  'receiver',
  'number',
  'forward',
  'input',
  'output',
  'device',
  'terminal',
];
const elements = groups.map((group) => ({ group, id: c.element(), label: group }));
const once = ['site', 'desk', 'it', 'portal', 'computer'];
const valueOf = ({ form }) => {
  if (form.is === 'count' || form.is === 'figure') return form.least + 1;
  if (form.is === 'choice') return form.of[0].value;
  if (form.is === 'yesno') return true;
  return form.is === 'element' ? (elements.find(({ group }) => group === form.group)?.id ?? null) : form.is === 'text' ? 'b8' : null;
};
const settings = {};
for (const of of parameters) {
  const element = elements.find(({ group }) => group === of.holder);
  const value = valueOf(of);
  if (value === null || (element === undefined && !once.includes(of.holder)) || Object.keys(settings).length >= 200) continue;
  settings[element === undefined ? of.key : `${of.holder}:${element.id}.${of.key.slice(of.holder.length + 1)}`] = value;
}
const view = { elements, value: (key) => settings[key] };
const around = { traits: () => null, demo: true, now: 1_794_493_000_000 };
const ms = (work) => {
  const from = process.hrtime.bigint();
  work();
  return Number(process.hrtime.bigint() - from) / 1e6;
};
const times = (work, n) => Array.from({ length: n }, () => ms(work)).sort((a, b) => a - b);
const at = (sorted, share) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))];
times(() => check(view, around), 30);
const checks = times(() => check(view, around), 200);
const clones = times(() => structuredClone({ elements, settings }), 200);
console.log(
  `every check, ${Object.keys(settings).length} settings   median ${at(checks, 0.5).toFixed(2)} ms, 99th ${at(checks, 0.99).toFixed(2)} ms   a frame is 16.7 ms   ratio to structuredClone ${(at(checks, 0.5) / at(clones, 0.5)).toFixed(1)}`,
);

const sheets = (n) =>
  Array.from({ length: n }, (_, i) => ({
    name: `S${i}`,
    settings: { ...settings, 'sim.iccid': null, [`receiver:${elements[8].id}.account`]: String(i) },
  }));
const [few, many] = [sheets(1000), sheets(10_000)];
const [one, ten] = [
  at(
    times(() => checkFleet(few), 5),
    0.5,
  ),
  at(
    times(() => checkFleet(many), 5),
    0.5,
  ),
];
console.log(
  `across 1,000 sheets ${one.toFixed(0)} ms, across 10,000 ${ten.toFixed(0)} ms   ratio ${(ten / one).toFixed(1)} for ten times as many`,
);
