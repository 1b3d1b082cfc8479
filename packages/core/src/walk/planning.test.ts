// The paper side of a station: asks, answers, kit, flows, the menu and the visit.
import { parse } from 'papaparse';
import fc from 'fast-check';
import { isSettingKey, settingKey, sure } from '../name/index.ts';
import { asPlanned } from '../lamp/index.ts';
import { dayBefore } from '../quantity/index.ts';
import { onePath } from '../lamp/testing.ts';
import { bindingsOf, cautions, sheetRows, shippedProfiles } from '../sheet/index.ts';
import {
  cableCard,
  claimsOf,
  endsOf,
  sheetCsv,
  wiringCard,
  askCsv,
  askList,
  asDeviceWants,
  flows,
  gateName,
  gateSaid,
  harmless,
  kitList,
  menuOf,
  menuTime,
  readAnswers,
  schedule,
  takable,
  type Task,
  visitPlan,
  unmetGates,
  visitTasks,
  waitsForWhom,
  whereAmI,
} from './index.ts';

const profile = (id: string) => {
  const found = shippedProfiles.find((one) => one.id === id);
  if (found === undefined) throw new Error(id);
  return found;
};
const router = profile('router-with-modem');
const panel = profile('keypad-panel');
const labels = (state: Parameters<typeof askList>[0], profiles: Parameters<typeof askList>[1] = []) =>
  askList(state, profiles).flatMap(({ asks }) => asks.map(({ of }) => of.key));

test('the ask list holds what is always asked and still unknown, and what the adopted profile asks for; nothing that is filled in', () => {
  const { m, sim } = onePath();
  const before = labels(m.state);
  expect(before).toContain('sim.size');
  expect(before).not.toContain('sim.apn');
  expect(before).not.toContain('modem.lan');
  expect(labels(m.state, [router])).toContain('modem.lan');
  m.set(sim, { 'sim.size': '3FF' });
  expect(labels(m.state)).not.toContain('sim.size');
});
test('each ask has its supplier, and the latest day to ask for the planned visit', () => {
  const { m } = onePath();
  m.set(null, { 'site.visit': '2027-03-03' });
  const carrier = askList(m.state, []).find(({ supplier }) => supplier === 'carrier');
  expect(new Set(carrier?.asks.map(({ latest }) => latest))).toEqual(new Set(['2027-02-26']));
  m.add('ask.noted', { key: sure(isSettingKey, 'site.zone'), asked: 'Tam', ticket: 'T-9', askedOn: '2027-02-01', chaseOn: '2027-02-08' });
  expect(
    askList(m.state, [])
      .flatMap(({ asks }) => asks)
      .find(({ key }) => key === sure(isSettingKey, 'site.zone'))?.note,
  ).toMatchObject({ ticket: 'T-9' });
});
test('days before a day are those of the engine’s own calendar', () =>
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 40_000 }), fc.integer({ min: 0, max: 900 }), (since, back) => {
      const day = (n: number): string =>
        new Intl.DateTimeFormat('en-CA', { timeZone: 'UTC', year: 'numeric', month: '2-digit', day: '2-digit' }).format(n * 86_400_000);
      return dayBefore(day(since + 1000), back) === day(since + 1000 - back);
    }),
    { seed: 31, numRuns: 200 },
  ));
test('the ask list’s CSV comes back whole with nothing that a spreadsheet would run', () => {
  const { m, sim } = onePath();
  m.add('element.labelled', { id: sim, label: '=HYPERLINK("x")' });
  const groups = askList(m.state, []);
  const { data } = parse<{ [title: string]: string }>(askCsv(groups), { header: true });
  expect(data).toHaveLength(groups.flatMap(({ asks }) => asks).length);
  for (const row of data) for (const cell of Object.values(row)) expect(cell).not.toMatch(/^[=+@]/);
});
test.each([
  ['=1+1', "'=1+1"],
  ['@SUM(A1)', "'@SUM(A1)"],
  ['+447700900123', '+447700900123'],
  ['-97', '-97'],
  ['-97 dBm', "'-97 dBm"],
  ['Skell', 'Skell'],
])('the cell %s is written as %s', (cell, written) => expect(harmless(cell)).toBe(written));

describe('answers that come back', () => {
  const { m } = onePath();
  const view = asPlanned(m.state);
  const rows = sheetRows(view, bindingsOf(view));
  const read = (text: string) => readAnswers(text, rows, [router]);
  test('name and value, by label, by label with the element, by alias, in any case', () => {
    const answers = read('Card size: 3FF\nroaming = allowed\nLAN IP: 192.168.7.1\nTime zone: Europe/Nowhere\nColour: blue\n');
    expect(answers.map(({ line, row, value, problems }) => [line, row?.of.key ?? null, value, problems.length])).toEqual([
      [1, 'sim.size', '3FF', 0],
      [2, 'sim.roaming', true, 0],
      [3, 'modem.lan', '192.168.7.1', 0],
      [4, 'site.zone', null, 1],
      [5, null, null, 0],
    ]);
    expect(takable(answers)).toHaveLength(3);
  });
  test('as people write: a name and its word with nothing between, figures and choices in words; a sentence is no answer', () => {
    const answers = read(
      'roaming on\n- Address is: static\nTest call every: 24 hours\nAPN from the carrier comes on Monday\nroaming whenever they like',
    );
    expect(answers.map(({ row, value }) => [row?.of.key ?? null, value])).toEqual([
      ['sim.roaming', true],
      [null, null],
      ['unit.testEvery', 86_400_000],
    ]);
  });
  test('CSV by its head line, the empty answers left out; JSON by its names', () => {
    expect(read('what;answer\nCard size;4FF\nTime zone;\n').map(({ value }) => value)).toEqual(['4FF']);
    expect(read('{"Card size":"2FF","roaming":true}').map(({ value }) => value)).toEqual(['2FF', true]);
  });
  test('a secret is matched and kept out, and a name that two settings have is left to the person', () => {
    expect(read('SIM PIN: 4071')[0]).toMatchObject({ typed: 'kept out: it is a secret', value: null });
    expect(read('Firmware: 4.2')[0]).toMatchObject({ row: null });
  });
  test('no text makes it throw', () =>
    fc.assert(
      fc.property(fc.string({ maxLength: 200 }), (text) => Array.isArray(read(text))),
      { seed: 32, numRuns: 200 },
    ));
});

describe('the kit', () => {
  const { m, sim, modem, unit } = onePath();
  m.set(sim, { 'sim.size': '4FF' }).set(modem, { 'modem.slot': '3FF' });
  const antenna = m.element('antenna', 'mast aerial');
  m.set(antenna, {
    'antenna.connector': 'SMA',
    'antenna.plug': 'N',
    'antenna.gender': 'female',
    'antenna.plugGender': 'female',
    'antenna.cableLength': 5000,
  });
  const link = m.element('link', 'logger to modem');
  m.set(link, { 'link.unitEnd': 'DTE', 'link.modemEnd': 'DTE', 'link.wires': 9 });
  const kit = kitList(m.state, [router]);
  const what = kit.map((line) => line.what);
  test('adapters for card and aerial, with series and gender', () => {
    expect(what).toContain('Adapter from 4FF to 3FF');
    expect(what).toContain('Adapter SMA male to N male');
    expect(what).toContain('mast aerial with 5 m of cable');
  });
  test('a serial cable straight or crossed, the supply that is not in the box, and what else is not', () => {
    expect(what).toContain('Serial cable logger to modem, crossed, 9 wires');
    expect(what).toContain('Supply for Industrial router with a modem, 9 V to 30 V, 12 W or more');
    expect(what).toContain('Aerials');
  });
  test('every line has a name of its own and says why', () => {
    expect(new Set(kit.map(({ id }) => id)).size).toBe(kit.length);
    for (const { why } of kit) expect(why).toMatch(/\.$/);
    expect(unit).toBeDefined();
  });
});

describe('flows', () => {
  const made = () => {
    const s = onePath();
    s.m
      .set(s.unit, { 'unit.deskHost': 'desk.varrow.example', 'unit.deskPort': 4110 })
      .set(s.receiver, { 'receiver.host': 'desk.varrow.example', 'receiver.port': 4110 });
    return s;
  };
  const of = (s: ReturnType<typeof made>) => flows(asPlanned(s.m.state));
  test('a call out by name is looked up, leaves through the carrier and arrives at the receiver', () => {
    const s = made();
    s.m.set(s.sim, { 'sim.addressKind': 'nat' });
    expect(of(s)).toMatchObject([
      {
        is: 'call out',
        opens: 'the station',
        arrives: true,
        hops: [{}, { at: 'name lookup' }, { says: 'goes out through the carrier’s NAT' }, {}],
      },
    ]);
  });
  test('a poll into a carrier’s NAT can’t arrive, and says where it ends; through a tunnel it can', () => {
    const s = made();
    s.m.set(s.sim, { 'sim.addressKind': 'nat' }).set(s.path, { 'path.direction': 'desk' }).set(s.modem, { 'modem.listenPort': 5001 });
    s.m.set(null, { 'desk.dials': '100.64.1.2', 'desk.dialsPort': 5001 });
    const poll = () => of(s).find(({ is }) => is === 'poll in');
    expect(poll()).toMatchObject({ arrives: false });
    expect(poll()?.hops.filter(({ stops }) => stops !== null)).toHaveLength(1);
    s.m.set(s.path, { 'path.tunnel': s.m.element('tunnel', 'to the office') });
    expect(poll()).toMatchObject({ arrives: true });
  });
  test('a port pair that is swapped, a forward on another port and a card without texts each stop their flow', () => {
    const s = made();
    const forward = s.m.element('forward', 'office router');
    s.m.set(forward, { 'forward.outer': 4101, 'forward.inner': 4110, 'forward.to': '192.168.7.20' });
    s.m
      .set(s.unit, { 'unit.remoteOn': true, 'unit.startFrom': 'listed' })
      .set(s.sim, { 'sim.texts': 'none', 'sim.number': '+447700900123' });
    expect(of(s).map(({ is, arrives }) => [is, arrives])).toEqual([
      ['call out', false],
      ['wake up', false],
    ]);
  });
  test('what is not filled in makes a flow neither good nor bad', () => {
    const { m } = onePath();
    expect(flows(asPlanned(m.state))).toMatchObject([{ is: 'call out', arrives: null }]);
  });
});

describe('the menu walk', () => {
  test('prompts come in the device’s order with the sheet’s values, octets as the panel wants them', () => {
    const { m, unit } = onePath();
    m.set(unit, { 'unit.callOn': true, 'unit.deskHost': '192.0.2.7', 'unit.deskPort': 4110 });
    const steps = menuOf(panel, asPlanned(m.state));
    expect(steps).toHaveLength(panel.menu?.length ?? 0);
    const of = (id: string) => steps.find(({ prompt }) => prompt.id === id);
    expect(of('receiver-1-ip')).toMatchObject({ type: '192.000.002.007', is: 'now' });
    expect(of('account')).toMatchObject({ type: '0233', typing: (of('account')?.presses ?? []).join('').length * 550 });
    expect(of('apn-user')).toMatchObject({ is: 'skipped' });
    expect(of('receiver-2-ip')).toMatchObject({ is: 'skipped' });
    expect(of('installer-name')).toMatchObject({ is: 'missing' });
  });
  test('an earlier ‘no’ drops the prompts that it hides, and they take no time', () => {
    const { m, unit } = onePath();
    m.set(unit, { 'unit.callOn': true });
    const before = menuTime(panel, menuOf(panel, asPlanned(m.state)));
    m.set(unit, { 'unit.callOn': false });
    const steps = menuOf(panel, asPlanned(m.state));
    expect(steps.filter(({ is }) => is === 'dropped').length).toBeGreaterThan(15);
    expect(menuTime(panel, steps).typing).toBeLessThan(before.typing);
    expect(before.window).toBe(300_000);
  });
  test('a secret is never written out, and every caution of a prompt is one of the usual ones', () => {
    expect(asDeviceWants(router, 'sim.pin', { secret: '01ARZ3NDEKTSV4RRFFQ69G5FAV' })).toBe('kept secret');
    for (const { menu = [] } of shippedProfiles)
      for (const { caution } of menu) if (caution !== undefined) expect(Object.keys(cautions)).toContain(caution);
  });
  test('lost: what the display shows leads to its prompt', () => {
    expect(whereAmI(panel, 'Receiver 1 port?')[0]?.id).toBe('receiver-1-port');
    expect(whereAmI(panel, 'RANGE TEST')[0]?.id).toBe('keypad-range-test');
    expect(whereAmI(panel, '???')).toEqual([]);
  });
});

describe('the visit', () => {
  const task = (id: string, minutes: number, after: readonly string[] = [], hands = true): Task => ({
    id,
    stage: 1,
    where: 'bench',
    what: id,
    why: '',
    minutes,
    hands,
    after,
    cautions: [],
  });
  // Worked by hand: a (10), wait (30) after a, b (20) beside it, c (5) after both: c starts at 40.
  test('work fills a device’s wait, and the chain that decides the end is marked', () => {
    const plan = schedule([task('a', 10), task('wait', 30, ['a'], false), task('b', 20), task('c', 5, ['wait', 'b'])]);
    expect(plan.tasks.map(({ id, start, end, critical }) => [id, start, end, critical])).toEqual([
      ['a', 0, 10, true],
      ['wait', 10, 40, true],
      ['b', 10, 30, false],
      ['c', 40, 45, true],
    ]);
    expect(plan.bench).toBe(45);
  });
  test('a task that comes after a later one is a bug of ours', () =>
    expect(() => schedule([task('a', 1, ['b']), task('b', 1)])).toThrow(RangeError));
  test('for any tasks: nothing starts before what it waits for, hands do one thing at a time, and the critical chain has no gap', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 60 }), fc.boolean(), fc.array(fc.nat(30), { maxLength: 3 })), {
          minLength: 1,
          maxLength: 20,
        }),
        (rows) => {
          const tasks = rows.map(([minutes, hands, after], i) =>
            task(`t${i}`, minutes, i === 0 ? [] : after.map((n) => `t${n % i}`), hands),
          );
          const { tasks: planned } = schedule(tasks);
          const by = new Map(planned.map((one) => [one.id, one]));
          const waits = planned.every(({ start, after }) => after.every((id) => (by.get(id)?.end ?? 0) <= start));
          const busy = planned.filter(({ hands }) => hands);
          const apart = busy.every((one, i) => i === 0 || one.start >= (busy[i - 1]?.end ?? 0));
          const chain = planned.filter(({ critical }) => critical).reduce((sum, { minutes }) => sum + minutes, 0);
          return waits && apart && chain === Math.max(...planned.map(({ end }) => end));
        },
      ),
      { seed: 33, numRuns: 200 },
    ));
  test('a station’s plan keeps the order of the job: bench before site, rehearsal before the van leaves, the door shut before the last call', () => {
    const { m } = onePath();
    const { tasks, bench, site } = visitPlan(m.state, [router]);
    const at = (id: string) => tasks.find((one) => one.id === id || one.id.startsWith(`${id} `))?.start ?? Number.NaN;
    expect(at('as-found')).toBeLessThan(at('card-in'));
    expect(at('card-in')).toBeLessThan(at('power'));
    expect(at('rehearse')).toBeLessThan(at('arrive'));
    expect(at('close')).toBeLessThan(at('once-more'));
    expect(tasks.filter(({ where }) => where === 'site').every(({ start }) => start >= bench)).toBe(true);
    expect([bench, site].every((minutes) => minutes > 30)).toBe(true);
  });
  test('a second path brings the drill, an output its isolation, and each caution stands at its step', () => {
    const { m } = onePath();
    m.set(m.element('path', 'line'), { 'path.kind': 'ethernet' });
    m.element('output', 'siren');
    const tasks = visitTasks(m.state, []);
    expect(tasks.find(({ id }) => id === 'pull')?.cautions).toEqual(['aerial']);
    expect(tasks.find(({ id }) => id === 'outputs')?.cautions).toEqual(['output']);
    expect(new Set(tasks.flatMap((task) => task.cautions))).toEqual(
      new Set(['alone', 'aerial', 'bond', 'leads', 'event', 'mast', 'battery', 'output']),
    );
    expect(settingKey('site', null, 'zone')).toBe('site.zone');
  });
});

describe('cards, ends and the sheet as a table', () => {
  const { m, sim } = onePath();
  const aerial = m.element('antenna', 'mast aerial');
  m.set(aerial, {
    'antenna.socket': 'main',
    'antenna.connector': 'SMA',
    'antenna.gender': 'female',
    'antenna.plug': 'N',
    'antenna.cableLength': 5000,
  });
  m.set(m.element('link', 'serial'), { 'link.plug': 'RJ45', 'link.cable': 'crossed', 'link.wires': 9 });
  m.set(m.element('input', 'float'), { 'input.channel': 0, 'input.rest': 'open' });
  m.set(m.element('terminal', 'float'), {
    'terminal.mark': 'IN1',
    'terminal.wire': 'grey 4',
    'terminal.to': 'float switch',
    'terminal.common': 'COM',
  });
  m.set(sim, { 'sim.until': '2029-01-31', 'sim.networkUntil': '2028-06-30' });
  m.set(m.element('claim', 'gateway'), { 'claim.portal': 'dale portal', 'claim.owner': 'the hatchery', 'claim.quota': 2 });
  test('every cable has both its ends, and an RJ45 that is no Ethernet says so', () =>
    expect(cableCard(m.state)).toMatchObject([
      { what: 'mast aerial, 5 m', from: 'main socket, SMA, female', to: 'aerial, N' },
      {
        what: 'serial, crossed, 9 wires',
        to: 'modem, RJ45, not Ethernet',
        note: expect.stringContaining('never into a switch') as unknown,
      },
    ]));
  test('a serial cable is drawn from both its ends, and one that they do not need is told; RJ45 that is no norm’s is not drawn', () => {
    const of = onePath();
    const link = of.m.element('link', 'serial');
    of.m.set(link, { 'link.unitEnd': 'DTE', 'link.modemEnd': 'DTE', 'link.cable': 'straight', 'link.wires': 3 });
    const cable = () => cableCard(of.m.state).find(({ id }) => id === link);
    expect(cable()).toMatchObject({ from: 'logger, DTE', wrong: 'These two ends need a crossed cable; the sheet has a straight one.' });
    expect(cable()?.drawing?.wires.map(({ from, to }) => `${from.n}-${to.n}`)).toEqual(['2-3', '3-2', '5-5']);
    of.m.set(link, { 'link.cable': 'crossed' });
    expect(cable()?.wrong).toBeNull();
    of.m.set(link, { 'link.plug': 'RJ45' });
    expect(cable()?.drawing).toBeNull();
  });
  test('a terminal has its wire, its common, and the channel as the device counts', () =>
    expect(wiringCard(m.state)).toMatchObject([
      { mark: 'IN1', wire: 'grey 4', to: 'float switch', common: 'COM', channel: '0', rest: 'open' },
    ]));
  test('what ends comes earliest first, and claims have their owner', () => {
    expect(endsOf(m.state).map(({ kind, day }) => [kind, day])).toEqual([
      ['network', '2028-06-30'],
      ['card contract', '2029-01-31'],
    ]);
    expect(claimsOf(m.state)).toEqual([{ device: 'gateway', portal: 'dale portal', account: '', owner: 'the hatchery', quota: 2 }]);
  });
  test('the table has each setting once, and no secret', () => {
    m.secret(sim, 'sim.pin', '4071');
    const text = sheetCsv(m.state);
    const { data } = parse<{ key: string; value: string }>(text, { header: true });
    expect(new Set(data.map(({ key }) => key)).size).toBe(data.length);
    expect(data.find(({ key }) => key === `sim:${sim}.pin`)?.value).toBe('kept secret');
    expect(text).not.toContain('4071');
  });
});

describe('gates of cautions', () => {
  const said = (m: ReturnType<typeof onePath>['m'], what: 'volts' | 'output', done: boolean, words = '') =>
    m.add('step.done', { what: gateName(what), done, words });
  test('a step is held until the person is named, and again once that is taken back; cautions without a gate hold nothing', () => {
    const { m } = onePath();
    expect(unmetGates(m.state, ['volts', 'battery', 'aerial'])).toEqual(['volts']);
    said(m, 'volts', true, '  ');
    expect(unmetGates(m.state, ['volts'])).toEqual(['volts']);
    said(m, 'volts', true, 'the dale’s electrician');
    expect([unmetGates(m.state, ['volts']), gateSaid(m.state, 'volts')?.words]).toEqual([[], 'the dale’s electrician']);
    said(m, 'volts', false);
    expect([unmetGates(m.state, ['volts']), gateSaid(m.state, 'volts')]).toEqual([['volts'], null]);
  });
  test('isolation is ticked, without a name', () => {
    const { m } = onePath();
    said(m, 'output', true);
    expect(unmetGates(m.state, ['output'])).toEqual([]);
  });
  test('every caution of the trade stands at a step of some visit', () => {
    const { m } = onePath();
    m.element('output', 'horn');
    m.element('input', 'float');
    m.element('path', 'spare');
    expect(Object.keys(cautions).sort()).toEqual([...new Set(visitTasks(m.state, []).flatMap((task) => task.cautions))].sort());
  });
});
describe('who waits for whom', () => {
  const asked = (m: ReturnType<typeof onePath>['m'], key: string, whom: string, on: string, chaseOn: string | null) =>
    m.add('ask.noted', { key: sure(isSettingKey, key), asked: whom, ticket: '', askedOn: on, chaseOn });
  test('by name, else by who has it; counted, whoever is late first; what came is not waited for', () => {
    const { m, sim } = onePath();
    asked(m, 'site.place', 'Tam', '2027-02-01', '2027-02-10');
    asked(m, 'site.contact', 'Tam', '2027-01-28', null);
    asked(m, `sim:${sim}.number`, '', '2027-02-02', '2027-02-04');
    expect(waitsForWhom(m.state, '2027-02-05')).toEqual([
      { whom: 'the carrier', count: 1, since: '2027-02-02', chaseOn: '2027-02-04', late: true },
      { whom: 'Tam', count: 2, since: '2027-01-28', chaseOn: '2027-02-10', late: false },
    ]);
    m.set(sim, { 'sim.number': '+447700900142' });
    expect(waitsForWhom(m.state, '2027-02-05').map(({ whom }) => whom)).toEqual(['Tam']);
  });
  test('the chase day itself is not late yet, and a question nobody has put is nobody’s', () => {
    const { m } = onePath();
    expect(waitsForWhom(m.state, '2027-02-05')).toEqual([]);
    asked(m, 'site.place', 'Tam', '2027-02-01', '2027-02-05');
    expect(waitsForWhom(m.state, '2027-02-05')[0]?.late).toBe(false);
    expect(waitsForWhom(m.state, '2027-02-06')[0]?.late).toBe(true);
  });
});
