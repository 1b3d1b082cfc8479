import { wordFaults } from '../name/testing/index.ts';
import { shippedHouse } from '../house/index.ts';
import { type Json, settingKey } from '../name/index.ts';
import { instant } from '../quantity/index.ts';
import { shippedProfiles } from '../sheet/index.ts';
import { chance, StationMaker } from '../scenario/index.ts';
import { type DataOf, hashOf, type KindName, kindNames, sayEntry, speakerOf, versionOf } from './index.ts';

const c = chance(31);
const at = instant(Date.UTC(2026, 10, 12, 14, 6));
const m = new StationMaker({ chance: c, start: at, writer: { person: c.ulid(at), device: c.ulid(at) }, name: 'Words' });
const sim = m.element('sim', 'card A');
const path = m.element('path', 'mast path');
const { id } = m.last;
const receiver = m.element('receiver', 'desk');
const apn = settingKey('sim', sim, 'apn');
const pin = settingKey('sim', sim, 'pin');
const call = {
  zone: '2',
  is: 'alarm',
  part: 0,
  listener: 'line',
  port: 4110,
  frame: 3,
  receiver,
  event: 'float_high',
  grade: 7,
  path,
  source: { address: '192.0.2.1', port: 1 },
  received: at,
  simulated: false,
} as const;
const ref = c.ulid(at);
const hash = hashOf('a version');
const [router] = shippedProfiles;
if (router === undefined) throw new RangeError('no profile ships');

const signed = (of: Partial<DataOf<'signed.off'>>): DataOf<'signed.off'> => ({
  ending: 'complete',
  name: 'Ines',
  words: '',
  lamps: [],
  house: { id: 'shipped', version: 1, hash: hashOf('x') },
  profiles: [],
  core: '1',
  head: null,
  signature: null,
  returns: null,
  untrue: '',
  closed: [],
  ...of,
});
const ranNothing = {
  drill: 'link loss',
  path,
  begun: at,
  over: at,
  since: null,
  took: null,
  back: null,
  kept: [],
  lost: null,
  seen: null,
  simulated: false,
  words: '',
} as const;
const samples: { readonly [N in KindName]: readonly (readonly [DataOf<N>, string])[] } = {
  'station.opened': [[{ name: 'Words', demo: false }, 'Station opened: Words.']],
  'clock.jumped': [
    [{ by: 7_200_000, followed: true }, 'The clock of the desk’s machine jumped ahead by 2 h; the desk follows it.'],
    [{ by: -90_000, followed: true }, 'The clock of the desk’s machine jumped back by 90 s; the desk follows it.'],
    [
      { by: 86_400_000 * 3650, followed: false },
      'The clock of the desk’s machine jumped ahead by 3650 d; the desk’s own clock did not follow.',
    ],
  ],
  'undone.noted': [[{ what: 'isolation', words: 'switch Q4' }, 'Undone for the work, isolated or switched off: switch Q4.']],
  'undone.back': [
    [{ undone: id, words: '' }, 'Put back.'],
    [{ undone: id, words: 'Q4 locked, the keeper has the key.' }, 'Put back. Q4 locked, the keeper has the key.'],
  ],
  'signed.off': [
    [signed({}), 'Site complete, signed by Ines.'],
    [
      signed({ ending: 'unfinished', returns: { who: 'Bo', by: at }, untrue: 'zone 3', words: 'No card yet.' }),
      'Left unfinished, signed by Ines. Bo returns by 14:06. The desk must not believe: zone 3. No card yet.',
    ],
  ],
  'lapse.found': [
    [
      { is: 'silence', path: null, since: at, due: at, called: 'Ruth' },
      'It has gone silent: nothing since 14:06, waited for until 14:06. To call: Ruth.',
    ],
    [
      { is: 'first', path, since: at, due: at, called: '' },
      'The first call after the last visit did not come over mast path: nothing since 14:06, waited for until 14:06.',
    ],
  ],
  'lapse.closed': [[{ lapse: id, frame: 7, at }, 'It has called again, 14:06 (frame 7).']],
  'lapse.taken': [
    [{ lapse: id, words: '' }, 'The silence was taken.'],
    [{ lapse: id, words: 'The battery is flat.' }, 'The silence was taken: The battery is flat.'],
  ],
  'watch.muted': [[{ until: at, reason: 'winter' }, 'Nobody is sent for a silence until 14:06: winter.']],
  'watch.unmuted': [[{ words: '' }, 'A silence sends somebody again.']],
  'desk.down': [
    [{ from: at, to: at }, 'The desk itself was away from 14:06 to 14:06: what did not arrive then is no silence of a station.'],
  ],
  'receiver.withheld': [[{ receiver: path, until: at }, 'mast path gives this account no answer until 14:06, so that the spare is tried.']],
  'receiver.released': [[{ words: '' }, 'It is answered again.']],
  'test.begun': [
    [{ until: instant(at + 3_600_000), elsewhere: false, told: '', words: '' }, 'On test until 15:06.'],
    [
      { until: instant(at + 3_600_000), elsewhere: true, told: 'Bo', words: 'Float.' },
      'On test until 15:06, as Bo at the desk was told. Float.',
    ],
  ],
  'test.extended': [[{ until: instant(at + 3_600_000) }, 'On test until 15:06 now.']],
  'test.ended': [[{ told: '', words: 'Live again.' }, 'Live again.']],
  'practice.judged': [
    [
      { exercise: 'dead-card', fault: 'not-activated', answers: ['not-activated'], right: true, minutes: 1, best: 6 },
      'Exercise ‘dead-card’: found in 1 minute; 6 minutes would have done.',
    ],
    [
      { exercise: 'dead-card', fault: 'not-activated', answers: ['pin-on'], right: false, minutes: 71, best: 6 },
      'Exercise ‘dead-card’: not found in 71 minutes; 6 minutes would have done.',
    ],
  ],
  'station.named': [[{ name: 'Other' }, 'Renamed Other.']],
  'element.added': [[{ group: 'sim', id: sim, label: 'card A' }, 'card A added to the sheet.']],
  'element.labelled': [[{ id: sim, label: 'card B' }, 'Now called card B.']],
  'element.removed': [[{ id: sim, reason: 'sold.' }, 'card A taken off the sheet: sold.']],
  'person.added': [[{ id: ref, name: 'Tam' }, 'Tam added.']],
  'role.given': [
    [{ person: ref, role: 'technician' }, 'Role of Ines: works at stations.'],
    [{ person: ref, role: null }, 'Role of Ines: none any more.'],
  ],
  'signed.in': [
    [
      { person: ref, by: 'password', device: 'Firefox on Linux', from: '192.0.2.7' },
      'Signed in: Ines, by password, at Firefox on Linux from 192.0.2.7.',
    ],
  ],
  'signed.out': [[{ person: ref, by: 'lead', device: 'a telephone' }, 'Signed out: Ines, at a telephone, by a lead.']],
  'sign-in.held': [[{ name: 'Ines', from: '192.0.2.7' }, 'Sign-ins as Ines from 192.0.2.7 are held up: too many failed.']],
  'device-key.made': [[{ person: ref, device: 'a telephone' }, 'A key of a telephone signs in Ines.']],
  'device-key.ended': [[{ person: ref, device: 'a telephone' }, 'The key of a telephone signs in Ines no more.']],
  'code.made': [[{ person: ref, by: ref }, 'One-time code for Ines, made by Ines.']],
  'password.set': [[{ person: ref }, 'Password set by Ines.']],
  'token.made': [[{ label: 'display', role: 'reader', by: ref }, 'Token ‘display’ made by Ines: it reads.']],
  'token.ended': [[{ label: 'display', by: ref }, 'Token ‘display’ ended by Ines.']],
  'setting.set': [
    [{ key: apn, value: 'a.example', origin: 'typed', simulated: false, over: null }, 'APN (card A): a.example.'],
    [{ key: apn, value: 'b.example', origin: 'read', simulated: true, over: null }, 'APN (card A): b.example. Simulated.'],
    [{ key: apn, value: null, origin: 'typed', simulated: false, over: null }, 'APN (card A): nothing.'],
    [{ key: pin, value: { secret: ref }, origin: 'typed', simulated: false, over: null }, 'SIM PIN (card A): kept secret.'],
  ],
  'challenge.made': [
    [
      { path, zone: '3', is: 'alarm', what: 'Air lost', until: at, pressed: at, words: '' },
      'Asked for: Air lost, zone 3, over mast path; made now.',
    ],
    [
      { path: null, zone: null, is: 'restoral', what: 'any event', until: at, pressed: null, words: 'Wait for the beep.' },
      'Asked for: any event, its end. Wait for the beep.',
    ],
  ],
  'challenge.pressed': [[{ challenge: ref, at }, 'What was asked for is made now.']],
  'challenge.dropped': [[{ challenge: ref, reason: 'the siren would sound.' }, 'What was asked for is put aside: the siren would sound.']],
  'picture.taken': [
    [
      { taken: at, step: 'Aerials on before power', lamp: null, path: null, width: 1600, height: 1200, bytes: 312_400, words: '' },
      'Picture of Aerials on before power, 1600 × 1200, 312 kB.',
    ],
  ],
  'setting.temporary': [
    [{ key: apn, ends: 'a.example', words: '' }, 'APN (card A) is so for the time being, and has to end with a.example.'],
    [
      { key: apn, ends: 'a.example', words: 'For the first test.' },
      'APN (card A) is so for the time being, and has to end with a.example. For the first test.',
    ],
  ],
  'setting.staged': [
    [{ stage: 'entered', asOf: at, of: [{ key: apn, set: null, value: 'a.example' }] }, 'APN (card A) entered on the device: a.example.'],
    [
      {
        stage: 'inForce',
        asOf: at,
        of: [
          { key: apn, set: null, value: 'a' },
          { key: pin, set: null, value: { secret: ref } },
        ],
      },
      '2 settings in force.',
    ],
  ],
  placed: [
    [{ place: 'site', where: 'the pass' }, 'Fitted at the pass.'],
    [{ place: 'site', where: '' }, 'Fitted at its site.'],
    [{ place: 'bench', where: '' }, 'Put on the bench.'],
  ],
  'card.changed': [[{ element: sim, words: '' }, 'card A: card changed.']],
  'antenna.changed': [[{ element: sim, words: 'a longer one' }, 'card A: aerial changed, a longer one.']],
  'cable.changed': [[{ element: path, words: '' }, 'mast path: cable changed.']],
  'unit.replaced': [[{ element: path, words: '' }, 'mast path: replaced.']],
  'door.shut': [[{ element: null, words: '' }, 'The door was shut.']],
  'reading.taken': [
    [
      {
        lamp: 'Card',
        path,
        what: 'card.number',
        value: '8999901234567890124',
        in: null,
        item: null,
        by: 'device',
        blind: false,
        from: at,
        to: at,
        simulated: false,
      },
      'Number read from the card in use: 8999 9012 3456 7890 124.',
    ],
    [
      {
        lamp: 'Power',
        path: null,
        what: 'supply.idle',
        value: 12_600,
        in: 'mV',
        item: null,
        by: 'measured',
        blind: false,
        from: at,
        to: at,
        simulated: false,
      },
      'Volts at the terminals, idle: 12.6 V.',
    ],
    [
      {
        lamp: 'Signal',
        path,
        what: 'signal.rsrp',
        value: -104,
        in: 'dBm',
        item: null,
        by: 'device',
        blind: false,
        from: at,
        to: at,
        simulated: false,
      },
      'RSRP: \u2212104 dBm.',
    ],
    [
      {
        lamp: 'Card',
        path,
        what: 'card.pin',
        value: 'ready',
        in: null,
        item: null,
        by: 'measured',
        blind: false,
        from: at,
        to: at,
        simulated: false,
      },
      'PIN state: ready.',
    ],
    [
      {
        lamp: 'Inputs',
        path: null,
        what: 'inputs.rest',
        value: true,
        in: null,
        item: null,
        by: 'measured',
        blind: false,
        from: at,
        to: at,
        simulated: false,
      },
      'Rest states taught.',
    ],
  ],
  'declaration.made': [[{ lamp: 'Route', path, outcome: 'good', words: 'IT says so' }, 'By word: IT says so']],
  'cell.accepted': [
    [
      { zone: '3', is: 'alarm', path: null, receiver: null, reason: 'it would start the pump', lifted: false },
      'An event of zone 3 can’t be made: it would start the pump.',
    ],
    [
      { zone: null, is: 'restoral', path: null, receiver: null, reason: 'the float moves', lifted: true },
      'The end of an event is asked for again: the float moves.',
    ],
  ],
  'none.accepted': [
    [{ lamp: 'Standby', path: null, reason: 'one path', lifted: false }, 'Standby accepted as not fitted: one path'],
    [{ lamp: null, path, reason: 'comes later', lifted: true }, 'mast path is asked for again: comes later'],
  ],
  'finding.accepted': [[{ finding: 'x', about: '{}', reason: 'known', lifted: false }, 'A finding was accepted: known']],
  'call.arrived': [
    [{ ...call, how: 'only', strength: 'claimed', account: '0417' }, "Event 'float_high' of account 0417 arrived over mast path. Grade 7."],
    [
      { ...call, how: 'unknown', strength: 'unknown', account: '0417', path: null, event: 'test', grade: 6, simulated: true },
      'A test call (simulated) of account 0417 arrived, path unknown. Grade 6.',
    ],
  ],
  'call.attributed': [
    [{ ...call, simulated: true, words: '' }, 'Frame 3 (simulated) came over mast path, by word.'],
    [{ ...call, words: 'seen there' }, 'Frame 3 came over mast path, by word: seen there.'],
  ],
  'capture.kept': [
    [
      { path, about: 'AT dialogue', lines: 40, found: 12, missed: 3, simulated: true },
      'AT dialogue kept (simulated), mast path: 40 lines, 12 values, 3 lines not understood.',
    ],
    [
      { path: null, about: 'Status page', lines: 4, found: 1, missed: 0, simulated: false },
      'Status page kept: 4 lines, 1 value, 0 lines not understood.',
    ],
  ],
  'hold.run': [
    [
      {
        path,
        from: at,
        to: instant(at + 30_000),
        radio: 'LTE',
        source: 'modem',
        samples: [{ at: 0, values: { 'signal.rsrp': -101 } }],
        simulated: true,
      },
      'Hold of 30 s over mast path, LTE: 1 reading from the modem, simulated.',
    ],
  ],
  'house.published': [[{ id: 'ours', version: 2, body: shippedHouse }, 'House rules ours version 2 published: House rules that ship.']],
  'house.adopted': [[{ id: 'ours', version: 2, hash }, 'Judged by house rules ours version 2 from here on.']],
  'profile.published': [[{ id: 'router', version: 1, body: router }, `Profile router version 1 published: ${router.name}.`]],
  'profile.adopted': [[{ role: 'modem', id: 'router', version: 1, hash }, 'Profile of the modem: router version 1 from here on.']],
  'file.kept': [
    [
      { when: 'as found', name: 'old.cfg', bytes: 12, sha256: hash, element: null, serial: 'S-1' },
      `File of the device kept, as found: old.cfg, 12 bytes, SHA-256 ${hash.slice(0, 12)}, serial number S-1.`,
    ],
    [
      { when: 'after', name: 'new.cfg', bytes: 12, sha256: hash, element: sim, serial: '' },
      `File of the card A kept, after: new.cfg, 12 bytes, SHA-256 ${hash.slice(0, 12)}.`,
    ],
  ],
  'walk.moved': [
    [{ walk: 'keypad-panel', at: 'clock-by', how: 'sign', window: null, words: '' }, 'keypad-panel: the sign came, at clock-by.'],
    [{ walk: 'keypad-panel', at: 'clock-by', how: 'window', window: 'Install menu', words: '' }, 'keypad-panel: opened: Install menu.'],
    [{ walk: 'keypad-panel', at: null, how: 'wrong', window: null, words: 'NO twice.' }, 'keypad-panel: it went wrong. NO twice.'],
  ],
  'step.done': [
    [{ what: 'kit|pin', done: true, words: '' }, 'Done: pin.'],
    [
      { what: 'menu|keypad-panel|clock-by', done: false, words: 'pressed too early' },
      'Taken back: keypad-panel, clock-by. pressed too early',
    ],
  ],
  'ask.noted': [
    [
      { key: settingKey('site', null, 'zone'), asked: 'the dale office', ticket: 'T-17', askedOn: '2026-11-20', chaseOn: '2026-11-27' },
      'Time zone asked of the dale office, ticket T-17, chase on 2026-11-27.',
    ],
    [{ key: settingKey('site', null, 'zone'), asked: '', ticket: '', askedOn: null, chaseOn: null }, 'Time zone asked.'],
  ],
  'event.made': [
    [{ path, zone: '2', is: 'alarm', event: 'float_high', words: '' }, 'An event was made: float_high, zone 2, over mast path.'],
    [{ path: null, zone: null, is: 'restoral', event: 'mains', words: 'By hand.' }, 'An event was made: mains, over again. By hand.'],
  ],
  'call.confirmed': [
    [
      {
        how: 'read back',
        person: 'Ruth',
        path,
        zone: '2',
        is: 'alarm',
        event: 'float_high',
        at,
        line: null,
        words: 'as it should be',
        made: null,
        said: 'right',
        columns: null,
      },
      'Read back by Ruth: float_high, zone 2, over mast path. as it should be',
    ],
    [
      {
        how: 'log',
        person: 'their log',
        path: null,
        zone: null,
        is: null,
        event: 'test',
        at,
        line: 4,
        words: '',
        made: null,
        said: 'right',
        columns: null,
      },
      'The log of the other desk has it (line 4): test.',
    ],
    [
      {
        how: 'read back',
        person: 'Ruth',
        path: null,
        zone: '2',
        is: 'alarm',
        event: 'high',
        at,
        line: null,
        words: '',
        made: null,
        said: 'missing',
        columns: null,
      },
      'Ruth has nothing of high, zone 2.',
    ],
  ],
  'told.confirmed': [
    [
      { number: sim, zone: '3', is: 'alarm', event: 'Float high', by: 'text', got: 'as meant', at, words: '' },
      'card A, of Float high: it came as meant by text.',
    ],
    [
      { number: sim, zone: '3', is: 'restoral', event: 'Float high', by: 'ring', got: 'nothing', at, words: 'He waited an hour.' },
      'card A, of Float high, its end: nothing came by telephone. He waited an hour.',
    ],
  ],
  'reach.used': [
    [{ user: sim, channel: 'text', meant: false, letIn: true, words: '' }, 'card A was let in by text, and is not to command the unit.'],
  ],
  'log.came': [[{ by: 'portal', lines: 3 }, 'A part of their log came by itself, from ‘portal’: 3 lines.']],
  'desk.rung': [
    [
      { person: 'Ruth', else: '', offTest: true, armed: true },
      'The other desk was rung: Ruth has taken it off test, supervision is armed.',
    ],
    [
      { person: 'Ruth', else: 'a test at three', offTest: false, armed: false },
      'The other desk was rung: Ruth has left it on test, supervision is not armed. Else: a test at three',
    ],
  ],
  'watch.asked': [
    [
      { person: 'Ruth', path, tests: [at], armed: true, offTest: true, words: '' },
      `Ruth was asked for the tests that came: 14:06, over mast path. Supervision is armed, the account is off test.`,
    ],
    [
      { person: 'Ruth', path: null, tests: [], armed: false, offTest: false, words: 'Ring again.' },
      'Ruth was asked for the tests that came: none did. Supervision is not armed, the account is on test. Ring again.',
    ],
  ],
  'change.shown': [
    [
      { name: 'timer', was: '5', now: '6', before: hash, after: hash },
      'The files before and after show what was changed from afar: timer is 6, it was 5.',
    ],
  ],
  'checkins.seen': [
    [
      { path, instants: [at, at], asked: 2, strength: 'likely', simulated: true },
      '2 scheduled check-ins came while nobody was there (simulated), over mast path; 2 are asked.',
    ],
  ],
  'sketch.drawn': [[{ strokes: 'M1 1 L2 2', words: 'behind the weir' }, 'A sketch map was drawn. behind the weir']],
  'tunnel.crossed': [
    [
      {
        tunnel: path,
        way: 'back',
        host: '10.8.3.20',
        from: '10.1.0.5',
        seen: '10.1.0.5',
        replies: 4,
        by: 'device',
        simulated: false,
        words: '',
      },
      'mast path: 4 answers of 10.8.3.20 at the station, asked from 10.1.0.5, seen as 10.1.0.5.',
    ],
    [
      { tunnel: path, way: 'up', host: null, from: null, seen: null, replies: 0, by: 'word', simulated: true, words: '' },
      'mast path (simulated): it says that it is up, by word.',
    ],
  ],
  'drill.begun': [
    [{ drill: 'link loss', path, ago: 0, by: 'hand', words: '' }, 'Drill begun: link loss of mast path.'],
    [{ drill: 'blackout', path, ago: 10_000, by: 'yard', words: '' }, 'Drill begun: blackout, 10 s before, by the yard.'],
  ],
  'drill.marked': [
    [{ mark: 'made', at, zone: '3', is: 'alarm', words: '' }, 'In the drill, 14:06: an event was made, alarm of zone 3.'],
    [{ mark: 'put back', at, zone: null, is: null, words: 'by hand' }, 'In the drill, 14:06: the path was put back. by hand'],
  ],
  'drill.run': [
    [
      { ...ranNothing, words: 'silence' },
      'Drill, link loss of mast path: no call came by another path, no call by the path itself since. silence',
    ],
    [{ ...ranNothing, drill: 'blackout' }, 'Drill, blackout: no call since the supply came back.'],
    [
      { ...ranNothing, drill: 'all paths down', kept: [{ at, zone: '3', is: 'alarm', frame: null, own: null }] },
      'Drill, all paths down: 0 of 1 made meanwhile came after that.',
    ],
  ],
  'drill.ended': [[{ words: '' }, 'The drill was put aside.']],
  'note.written': [[{ lamp: null, words: 'The gate was locked.' }, 'The gate was locked.']],
  'secret.revealed': [[{ ref, key: pin }, 'SIM PIN (card A) was shown.']],
  'secret.erased': [
    [{ ref, key: pin, words: '' }, 'SIM PIN (card A) was erased for good.'],
    [{ ref, key: pin, words: 'the card is gone' }, 'SIM PIN (card A) was erased for good: the card is gone.'],
  ],
};
const speaker = speakerOf(m.state, () => 'Ines', at, 'UTC');

test('every kind that this version knows has a sentence, and no other is listed', () =>
  expect(Object.keys(samples).sort()).toEqual([...kindNames].sort()));
test.each(kindNames.flatMap((kind) => samples[kind].map(([data, expected]) => ({ kind, data, expected }))))(
  '$kind says: $expected',
  ({ kind, data, expected }) => {
    const said = sayEntry({ ...m.last, kind, v: versionOf(kind), data: data as unknown as Json }, speaker);
    expect(said).toBe(expected);
    expect(wordFaults(said)).toEqual([]);
  },
);
test('a kind from a newer version says that it is not understood here', () =>
  expect(sayEntry({ ...m.last, kind: 'drone.flown' }, speaker)).toMatch(/'drone\.flown' from a newer version/));
test('people are named, parts are named as parts, and a stranger is somebody', () => {
  expect(speaker.who({ part: 'desk' })).toBe('the desk');
  expect(speakerOf(m.state, () => null, at, 'UTC').who({ person: ref, device: ref })).toBe('somebody');
  expect(speaker.when(at)).toBe('14:06');
  expect(speakerOf(m.state, () => null, instant(at + 86_400_000), 'UTC').when(at)).toBe('12 Nov 14:06');
});
