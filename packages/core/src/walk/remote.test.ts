import { sure, isSettingKey } from '../name/index.ts';
import { asPlanned } from '../lamp/index.ts';
import { onePath, twoSims } from '../lamp/testing.ts';
import { shippedProfiles } from '../sheet/index.ts';
import { compose, lockout, secretMark, senderOf } from './index.ts';

const module_ = shippedProfiles.find(({ id }) => id === 'reporting-module');
const made = () => {
  const s = onePath();
  s.m
    .set(s.receiver, { 'receiver.host': 'desk.varrow.example', 'receiver.port': 4112 })
    .set(s.unit, { 'unit.remoteOn': true, 'unit.startFrom': 'listed' });
  s.m.secret(s.unit, 'unit.startWord', 'limestone');
  return s;
};

test('the start message is made from the template and the sheet; the word in it is never written out', () => {
  const { m, unit } = made();
  const [text] = module_ === undefined ? [] : compose(module_, asPlanned(m.state));
  expect(text).toMatchObject({
    text: `${secretMark} desk.varrow.example:4112`,
    missing: [],
    secrets: [`unit:${unit}.startWord`],
    segments: { parts: 1 },
  });
  expect(JSON.stringify(text)).not.toContain('limestone');
});
test('the text is counted as it will be sent: with the word’s length, in the 7-bit alphabet; opened only where it is sent', () => {
  const { m } = made();
  if (module_ === undefined) throw new Error('it ships');
  const view = asPlanned(m.state);
  const rest = ' desk.varrow.example:4112'.length;
  const units = (of: Parameters<typeof compose>[2]) => compose(module_, view, of)[0]?.segments;
  expect(units({ length: () => 9 })).toMatchObject({ alphabet: '7-bit', units: rest + 9, odd: null });
  expect(units({ length: () => 140 })).toMatchObject({ parts: 2 });
  expect(units({})).toMatchObject({ alphabet: '7-bit', units: rest + secretMark.length });
  expect(compose(module_, view, { plain: () => 'limestone' })[0]).toMatchObject({
    text: 'limestone desk.varrow.example:4112',
    secrets: expect.any(Array) as unknown,
  });
});
test('what is missing is named, and stays as its place in the text', () => {
  const { m, receiver } = onePath();
  m.set(receiver, { 'receiver.port': null });
  const [text] = module_ === undefined ? [] : compose(module_, asPlanned(m.state));
  expect(text?.missing).toContain(`receiver:${receiver}.port`);
  expect(text?.text).toContain('{receiver.port}');
});
test('a sender is held against the list, the card and the portal', () => {
  const s = made();
  const number = s.m.element('number', 'Ines');
  const of = () => senderOf(asPlanned(s.m.state), '+447700900142');
  expect(of()).toBe('not listed');
  s.m.set(number, { 'number.number': '+447700900142', 'number.may': 'start' });
  expect(of()).toBe('listed');
  s.m.set(number, { 'number.may': 'told' });
  expect(of()).toBe('not listed');
  s.m.set(s.unit, { 'unit.startFrom': 'any' });
  expect(of()).toBe('any');
  s.m.set(s.sim, { 'sim.texts': 'portal' });
  expect(of()).toBe('portal');
  s.m.set(s.sim, { 'sim.texts': 'none' });
  expect(of()).toBe('no texts');
});
test('a change of what does not carry it locks nobody out', () => {
  const { m, unit } = made();
  expect(lockout(asPlanned(m.state), m.key('unit.testEvery', unit))).toEqual({ touches: false, back: [], askWords: false });
});
test('the only card’s APN is the way itself: nothing is left, and words are asked for; with a second path one gets back over it', () => {
  const { m, sim } = onePath();
  expect(lockout(asPlanned(m.state), m.key('sim.apn', sim))).toEqual({ touches: true, back: [], askWords: true });
  const two = twoSims();
  const [first] = two.sims;
  expect(lockout(asPlanned(two.m.state), two.m.key('sim.apn', first))).toMatchObject({
    touches: true,
    back: ['over path B'],
    askWords: false,
  });
  two.m.set(two.paths[1], { 'path.on': false });
  expect(lockout(asPlanned(two.m.state), two.m.key('sim.apn', first))).toMatchObject({ back: [], askWords: true });
});
test('a text remains a way back, but not from a change of the word that starts it', () => {
  const { m, modem, unit } = made();
  expect(lockout(asPlanned(m.state), m.key('modem.listenPort', modem)).back).toEqual(['by a text message that makes it call']);
  expect(lockout(asPlanned(m.state), sure(isSettingKey, `unit:${unit}.startWord`))).toMatchObject({ back: [], askWords: true });
});
