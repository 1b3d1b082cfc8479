// Who is told and who may command, by the sheet, and what was seen of each since the sheet last changed.
import { onePath } from '../lamp/testing.ts';
import { minutes } from '../quantity/index.ts';
import { segmentsOf } from '../sums/index.ts';
import { completeBlocks, reachCells, reachWrong, storm, toldCells, toldWrong } from './index.ts';
import { speakerOf } from '../journal/index.ts';

const made = () => {
  const s = onePath();
  const { m, unit } = s;
  const warden = m.element('number', 'warden');
  m.set(warden, { 'number.person': 'Jonas', 'number.number': '+999123456789', 'number.may': 'told' });
  const ranger = m.element('number', 'ranger');
  m.set(ranger, { 'number.person': 'Mira', 'number.number': '+999123456780', 'number.may': 'both' });
  const input = m.element('input', 'float');
  m.set(input, {
    'input.unit': unit,
    'input.name': 'Float high',
    'input.channel': 1,
    'input.text': 'KILN FLOAT HIGH',
    'input.textEnd': 'Kiln float: Entwarnung — 5 °C',
  });
  return { ...s, warden, ranger, input };
};
const cells = (m: ReturnType<typeof made>['m']) => toldCells({ state: m.state, profiles: [] });

test('everybody on the list is told of each turn of each input that has words for it, and of no other', () => {
  const { m, ranger, input } = made();
  expect(cells(m).map(({ person, event, parts }) => [person, event.is, parts])).toEqual([
    ['Jonas', 'alarm', 1],
    ['Mira', 'alarm', 1],
    ['Jonas', 'restoral', segmentsOf('Kiln float: Entwarnung — 5 °C').parts],
    ['Mira', 'restoral', 1],
  ]);
  expect(storm(cells(m))).toEqual({ texts: 4, parts: 4 });
  m.set(input, { 'input.who': ranger, 'input.textEnd': null });
  expect(cells(m).map(({ person, event }) => [person, event.is])).toEqual([['Mira', 'alarm']]);
  m.set(ranger, { 'number.ticked': false });
  expect(cells(m)).toEqual([]);
});
test('what a reader says stands until the number or the words are changed; what came otherwise stands in the way of a complete site', () => {
  const { m, warden, input } = made();
  const say = (got: 'as meant' | 'nothing') =>
    m.add('told.confirmed', { number: warden, zone: '1', is: 'alarm', event: 'Float high', by: 'text', got, at: m.now, words: '' });
  say('as meant');
  expect(cells(m)[0]).toMatchObject({ said: { got: 'as meant' }, again: false });
  m.wait(minutes(1));
  m.set(input, { 'input.text': 'Kiln: float high' });
  expect(cells(m)[0]).toMatchObject({ again: true });
  m.wait(minutes(1));
  say('nothing');
  expect(toldWrong(cells(m)).map(({ sentence }) => sentence)).toEqual(['Jonas has nothing of Float high.']);
  const speaker = speakerOf(m.state, () => 'Ines', m.now, 'UTC');
  const blocks = completeBlocks(m.state, m.line(), { heard: m.heard, now: m.now, findings: [], speaker, profiles: [] });
  expect(blocks.map(({ sentence }) => sentence)).toContain('Jonas has nothing of Float high.');
  // Corrected on the sheet it is open again, and green of itself it never is.
  m.wait(minutes(1));
  m.set(warden, { 'number.number': '+999123456700' });
  expect(toldWrong(cells(m))).toEqual([]);
  expect(cells(m)[0]?.again).toBe(true);
});
test('each channel of each person is let in or kept out by the sheet, and who gets in otherwise is said', () => {
  const { m, warden, ranger, unit } = made();
  const login = m.element('login', 'portal');
  m.set(login, { 'login.what': 'the portal', 'login.user': 'ines' });
  m.set(m.element('code', 'keypad code'), { 'code.who': 'Mira' });
  m.set(null, { 'desk.polls': true });
  m.set(unit, { 'unit.maintenancePort': 4100 });
  const all = reachCells(m.state);
  expect(all.map(({ person, channel, meant }) => `${person} ${channel} ${meant}`)).toEqual([
    'Jonas text false',
    'Jonas ring false',
    'Mira text true',
    'Mira ring true',
    'ines at the portal portal true',
    'Mira keypad true',
    expect.stringMatching(/ poll true$/),
    expect.stringMatching(/ session true$/),
  ]);
  m.add('reach.used', { user: warden, channel: 'text', meant: false, letIn: true, words: '' });
  m.add('reach.used', { user: ranger, channel: 'text', meant: true, letIn: false, words: '' });
  m.add('reach.used', { user: ranger, channel: 'ring', meant: true, letIn: true, words: '' });
  expect(reachWrong(reachCells(m.state)).map(({ sentence }) => sentence)).toEqual([
    'Jonas was let in by text, and is not to command the unit.',
    'Mira was kept out by text, and is to command the unit.',
  ]);
  m.wait(minutes(1));
  m.set(warden, { 'number.may': 'both' });
  expect(reachCells(m.state)[0]).toMatchObject({ meant: true, again: true });
  m.set(ranger, { 'number.withheld': false });
  expect(reachCells(m.state)[2]).toMatchObject({ meant: false });
});
