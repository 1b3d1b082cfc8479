// What is asked of and told to those who do not know us; and that their answers come back.
import { isSettingKey, sure } from '../name/index.ts';
import { asPlanned } from '../lamp/index.ts';
import { onePath } from '../lamp/testing.ts';
import { bindingsOf, parameters, parseTyped, sheetRows, shippedProfiles } from '../sheet/index.ts';
import {
  askList,
  chaseDay,
  exampleOf,
  formWords,
  isAddressee,
  messages,
  messageText,
  readAnswers,
  waitsForWhom,
  whatItIs,
} from './index.ts';

const router = shippedProfiles.filter(({ id }) => id === 'router-with-modem');

test('each value is asked once, with what it is, its form, an example, why and by when; nothing is asked that follows from another', () => {
  const { m, sim } = onePath();
  m.set(sim, { 'sim.apn': null }).set(null, { 'site.visit': '2027-03-12' });
  const all = messages(m.state, router);
  const asked = all.flatMap(({ asks }) => asks.map(({ key }) => key));
  expect(new Set(asked).size).toBe(asked.length);
  const carrier = all.find(({ to }) => to === 'carrier');
  expect(carrier?.asks[0]?.of.key).toBe('sim.state');
  const text = carrier === undefined ? '' : messageText('Mast', carrier);
  expect(text).toContain('by 2027-03-07');
  expect(text).toContain(
    [
      'APN (card): ',
      '– It is the name of the access point through which the card’s data go.',
      '– Form: text, at most 100 characters, for example telemetry.carrier.example.',
      '– Why: A wrong one often still registers, and no data passes.',
    ].join('\n'),
  );
});
test('an answer typed behind its colon is understood, and our own explanations that come back with it are not taken for answers', () => {
  const { m, sim } = onePath();
  m.set(sim, { 'sim.apn': null });
  const carrier = messages(m.state, []).find(({ to }) => to === 'carrier');
  const text = carrier === undefined ? '' : messageText('Mast', carrier).replace('APN (card): ', 'APN (card): m2m.skell.example');
  const view = asPlanned(m.state);
  const answers = readAnswers(text, sheetRows(view, bindingsOf(view)), []);
  expect(answers.map(({ row, value }) => [row?.of.key ?? null, value])).toEqual([
    [null, null],
    ['sim.apn', 'm2m.skell.example'],
  ]);
});
test('a secret is asked for by telephone, and one that is known is never in a message', () => {
  const { m, sim, receiver } = onePath();
  m.set(sim, { 'sim.loginAsked': true });
  m.secret(receiver, 'unit.key', 'BrassLadder17');
  const text = messages(m.state, [])
    .map((of) => messageText('Mast', of))
    .join('\n');
  expect(text).toContain('by telephone, not in writing');
  expect(text).not.toContain('BrassLadder17');
});
test('the desk and IT are told what to enter, until it is entered; the carrier is told the card until it is active', () => {
  const { m, sim } = onePath();
  const tells = (to: string) => messages(m.state, []).find((one) => one.to === to)?.tells ?? [];
  m.set(null, { 'desk.grace': 90_000_000 });
  expect(tells('desk').flatMap(({ lines }) => lines)).toContain('Missed-test alarm after: 25 h');
  m.stage('entered', [sure(isSettingKey, 'desk.grace')]);
  expect(tells('desk').flatMap(({ lines }) => lines)).not.toContain('Missed-test alarm after: 25 h');
  expect(tells('carrier')).toEqual([]);
  m.set(sim, { 'sim.state': 'ordered' });
  expect(tells('carrier').map(({ what }) => what)).toEqual(['Activate card']);
  m.set(sim, { 'sim.state': 'active' });
  expect(tells('carrier')).toEqual([]);
});
test('whoever was told is waited for until it is confirmed', () => {
  const { m } = onePath();
  const key = sure(isSettingKey, 'desk.grace');
  m.set(null, { 'desk.grace': 90_000_000 });
  m.add('ask.noted', { key, asked: 'Oda', ticket: '', askedOn: '2027-03-01', chaseOn: '2027-03-04' });
  expect(waitsForWhom(m.state, '2027-03-05')).toMatchObject([{ whom: 'Oda', count: 1, late: true }]);
  m.stage('entered', [key]);
  expect(waitsForWhom(m.state, '2027-03-05')).toEqual([]);
});
test('it is chased after the usual days, and not after the last day to ask', () => {
  expect(chaseDay('carrier', '2027-03-01', null)).toBe('2027-03-06');
  expect(chaseDay('carrier', '2027-03-01', '2027-03-03')).toBe('2027-03-03');
  expect(chaseDay('carrier', '2027-03-01', '2027-02-03')).toBe('2027-03-06');
});
test('every form has words, and every example is one that the form takes', () => {
  for (const of of parameters) {
    expect(formWords(of)).not.toBe('');
    const example = exampleOf(of);
    if (example !== null) expect([of.key, parseTyped(of, example).ok]).toEqual([of.key, true]);
  }
});
test('whatever the first call of a shipped kind of station asks of others says what it is', () => {
  const { m } = onePath();
  const outside = askList(m.state, shippedProfiles).flatMap(({ asks }) =>
    asks.filter(({ first, supplier }) => first && isAddressee(supplier)),
  );
  for (const { of } of outside) expect([of.key, whatItIs(of.key)]).not.toEqual([of.key, null]);
});
test('once a call has arrived nothing waits for the first one any more', () => {
  const { m } = onePath();
  const first = () => askList(m.state, []).flatMap(({ asks }) => asks.filter((ask) => ask.first).map(({ of }) => of.key));
  expect(first()).toContain('sim.pinOn');
  m.call('0233', { event: 'high', zone: '1' });
  expect(first()).toEqual([]);
});
