import { wordFaults } from '../name/testing/index.ts';
import { instant } from '../quantity/index.ts';
import { speakerOf } from '../journal/index.ts';
import { onePath } from './testing.ts';
import { reason, type Reason, sayReason } from './index.ts';
import { howInWords, words } from './words.en.ts';

const { m, sim, path } = onePath();
const drilled = {
  drill: 'link loss',
  path,
  at: 0,
  least: null,
  gap: null,
  returned: null,
  kept: null,
  dark: null,
  flaps: 0,
  simulated: false,
} as const;
const key = m.key('sim.apn', sim);
const at = m.now;
const who = { part: 'desk' } as const;
const entry = m.last.id;

const samples: readonly Reason[] = [
  reason('moved', { key, at, who, was: 'a.example', now: 'b.example' }),
  reason('read-differs', { key, at, was: 'a.example', now: 'b.example' }),
  reason('hardware', { kind: 'card.changed', element: sim, at, who }),
  reason('placed', { where: '', at, who }),
  reason('aged', { at, age: 31_536_000_000 }),
  reason('missed', { at, missed: 2 }),
  reason('not-in-force', { key, at }),
  reason('call', {
    event: 'high',
    at,
    grade: 7,
    how: 'address',
    strength: 'likely',
    path,
    source: '127.0.9.4',
    simulated: true,
    real: true,
    asked: 6_200,
  }),
  reason('seen', { label: 'Seen', at, grade: 3 }),
  reason('figure', { label: 'RSRP', value: -104, in: 'dBm', at, by: 'measured', who }),
  reason('card-read', { at, blind: true }),
  reason('card-typed', {}),
  reason('card-called', { at }),
  reason('card-other', { read: '1', sheet: '2' }),
  reason('card-differs', { read: '1' }),
  reason('card-no-sheet', {}),
  reason('some-card', {}),
  reason('pin', { word: 'ready' }),
  reason('declared', { words: 'They saw it.', at, who }),
  reason('bench', {}),
  reason('out-of-range', { label: 'Idle', value: 8_900, least: 9_000, most: 30_000 }),
  reason('no-range', {}),
  reason('too-weak', { label: 'Bars', value: 1, in: 'step', least: 3 }),
  reason('one-reading', {}),
  reason('not-asked', { profile: 'A module', why: 'It has none.' }),
  reason('best-obtainable', { profile: 'A module', why: 'It has no terminals.' }),
  reason('hold', { time: 30_000, radio: 'LTE', fresh: 29, taken: 31 }),
  reason('hold-level', { label: 'RSRP', value: -104, in: 'dBm', proven: -100, marginal: -110 }),
  reason('hold-quality', { label: 'RSRQ', value: -21, in: 'dB', proven: -15, marginal: -20 }),
  reason('hold-steady', { spread: 4, in: 'dB' }),
  reason('hold-short', { time: 12_000, asked: 30_000 }),
  reason('hold-fresh', { fresh: 3, time: 30_000, refresh: 10_000, asked: 10 }),
  reason('hold-spread', { spread: 9, most: 6, in: 'dB' }),
  reason('hold-fall', { fall: 5, most: 3 }),
  reason('hold-no-level', { radio: 'GSM' }),
  reason('hold-no-quality', {}),
  reason('hold-steps', {}),
  reason('claimed', { how: 'only', path }),
  reason('path-claimed', {}),
  reason('no-longer-fits', { address: '198.51.100.9', path }),
  reason('confirmed', { how: 'log', person: 'Ruth', event: 'high', at, path }),
  reason('by-word', { who }),
  reason('seen-by-word', { label: 'Seen', at }),
  reason('check-ins', { seen: 1, asked: 2, simulated: true, since: at }),
  reason('attended-since', { at }),
  reason('check-ins-claimed', {}),
  reason('no-interval', {}),
  reason('silent', { at, grace: 90_000_000 }),
  reason('drill', { ...drilled, gap: 9000, returned: 4000 }),
  reason('drill', { ...drilled, least: 9000, gap: 40_000, flaps: 2 }),
  reason('drill', { ...drilled, drill: 'slow and lossy' }),
  reason('drill', { ...drilled, drill: 'blackout', dark: false, returned: 4000 }),
  reason('drill', { ...drilled, drill: 'all paths down', kept: { came: 1, made: 2, whole: false } }),
  reason('drill-slow', { drill: 'link loss' }),
  reason('no-call-since', {}),
  reason('inputs-empty', {}),
  reason('item-event', { item: sim, zone: '2', turn: 'alarm', at, simulated: true }),
  reason('item-no-event', { item: sim, zone: '2' }),
  reason('item-no-rest', { item: sim, zone: '2' }),
  reason('item-no-zone', { item: sim }),
  reason('item-no-range', { item: sim }),
  reason('item-range', { item: sim, score: 7, most: 9, asked: 5.4, at }),
  reason('item-zone-differs', { item: sim, own: '2', desks: '3' }),
  reason('item-name-differs', { item: sim, name: 'Hive', deskName: 'House' }),
  reason('item-link', { item: sim, at }),
  reason('item-no-link', { item: sim }),
  reason('next-drill', { drill: 'link loss' }),
  reason('next-return', {}),
  reason('next-confirm', { path }),
  reason('next-ask-watch', {}),
  reason('next-interval', {}),
  reason('next-call-since', {}),
  reason('next-inputs-sheet', {}),
  reason('next-item', { item: sim, what: 'event', zone: '2' }),
  reason('steps-left', { left: ['one', 'two', 'three'] }),
  reason('few-check-ins', { seen: 1, asked: 2 }),
  reason('lapse', { is: 'first', path, since: at, due: at }),
  reason('tests-elsewhere', { seen: 1, asked: 2, last: at, person: 'Ruth' }),
  reason('supervision-off', {}),
  reason('closed', { until: at }),
  reason('muted', { until: at, reason: 'works', who }),
  reason('next-unmute', {}),
  reason('on-test', {}),
  reason('paths-without-call', { paths: [path] }),
  reason('not-asked-for', {}),
  reason('nothing-came', { at }),
  reason('cell-accepted', { reason: 'it starts the pump', who, at }),
  reason('cells-open', { open: 3, of: 5, rule: 'full' }),
  reason('cells-accepted', { accepted: 2 }),
  reason('next-cell', { what: 'Float', zone: '3', is: 'restoral', path, receiver: null }),
  reason('one-path-planned', {}),
  reason('path-unknown', {}),
  reason('no-path', {}),
  reason('none', { reason: 'one path', at, who }),
  reason('nothing', { lamp: 'Power' }),
  reason('said-bad', { words: 'Refused.', at }),
  reason('only-test', {}),
  reason('next-call', { account: '0233', path, asked: true }),
  reason('next-account', {}),
  reason('next-attribute', {}),
  reason('next-path', {}),
  reason('next-in-force', { keys: [key], from: at, entry }),
  reason('next-volts', { label: 'Volts' }),
  reason('next-card', {}),
  reason('next-iccid', {}),
  reason('next-pin', {}),
  reason('next-signal', { time: 30_000 }),
  reason('next-hold', { time: 60_000 }),
  reason('next-move', { level: true }),
  reason('next-rest', {}),
  reason('next-level', { radio: 'LTE' }),
  reason('next-quality', {}),
  reason('next-call-at-rest', {}),
  reason('next-bearer', {}),
  reason('next-route', {}),
  reason('next-steps', { left: ['one'] }),
  reason('next-standby-none', {}),
  reason('next-silent', { at }),
  reason('next-check-in', {}),
  reason('next-arm', {}),
  reason('next-off-test', {}),
  reason('next-reach', {}),
  reason('next-again', { lamp: 'Card', path }),
  reason('next-mend', { lamp: 'Card' }),
];
const speaker = speakerOf(m.state, () => 'Ines', instant(at), 'UTC');

test('every reason is sampled here', () => expect([...new Set(samples.map(({ code }) => code))].sort()).toEqual(Object.keys(words).sort()));
test.each(samples.map((of): [string, Reason] => [of.code, of]))('%s is a whole sentence with nothing left out', (_, of) => {
  const said = sayReason(of, speaker);
  expect(said).toMatch(/^(?:[A-Z\d]|card).{8,}\.$/);
  expect(said).not.toMatch(/not on the sheet/);
  expect(wordFaults(said)).toEqual([]);
});
test.each([
  ['moved', 'APN (card) was changed on the device'],
  ['steps-left', 'Not done yet: one, two and three.'],
  ['out-of-range', 'Idle is 8.9 V; the unit takes 9 V to 30 V.'],
  ['figure', 'RSRP: \u2212104 dBm,'],
  ['call', "An event, 'high' (simulated), reached the desk"],
  ['aged', 'it stands for 365 d.'],
])('%s says: %s', (code, part) => {
  const of = samples.find((one) => one.code === code);
  expect(of === undefined ? '' : sayReason(of, speaker)).toContain(part);
});
test('how a call was attributed says its strength, and what is impossible says what it proves', () => {
  const said = (
    [
      ['address', 'certain'],
      ['pool', 'likely'],
      ['only', 'claimed'],
      ['unknown', 'unknown'],
      ['unknown', 'impossible'],
    ] as const
  ).map(([how, strength]) => howInWords(how, strength));
  expect(said.map((text) => text.split(', ').at(-1))).toEqual([
    'certain',
    'likely',
    'a claim',
    'path unknown',
    'from this computer itself or by no path of the station: it proves that the desk listens',
  ]);
});
