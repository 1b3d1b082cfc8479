import fc from 'fast-check';
import { canonical } from '../journal/index.ts';
import { checkFleet, fleetRules, sharedBy, trapCovers, trapCount, type FleetSheet } from './index.ts';

const sheet = (name: string, settings: FleetSheet['settings']): FleetSheet => ({ name, settings });

test('one card, account and outside port at two stations are found, with both places', () => {
  const found = checkFleet([
    sheet('Mast', {
      'sim:s1m000.iccid': '8999901234567890124',
      'receiver:recv00.account': '0417',
      'desk.dials': '203.0.113.9',
      'desk.dialsPort': 5001,
    }),
    sheet('Slip', {
      'sim:s1m001.iccid': '8999901234567890124',
      'receiver:recv01.account': '0418',
      'desk.dials': '203.0.113.9',
      'desk.dialsPort': 5001,
    }),
    sheet('Kiln', { 'receiver:recv02.account': '0417', 'desk.dials': '203.0.113.9', 'desk.dialsPort': 5002 }),
  ]);
  expect(found.map(({ rule, at }) => [rule, at.map(({ station }) => station)])).toEqual([
    ['fleet/one-card', ['Mast', 'Slip']],
    ['fleet/one-account', ['Mast', 'Kiln']],
    ['fleet/one-outside-port', ['Mast', 'Slip']],
  ]);
});
test('one IMSI, card number, serial number and tunnel network at two stations are found, two stations of one name told apart', () => {
  const settings = {
    'sim:s1m000.imsi': '999050123456789',
    'sim:s1m000.number': '+447700900123',
    'unit:vn1t00.serial': 'GL-0417',
    'tunnel:tnn000.here': '192.168.7.0/24',
    'modem:m0dem0.lan': '192.168.7.1',
  };
  const found = checkFleet([
    { name: 'Mast', id: 'a', settings },
    { name: 'Mast', id: 'b', settings },
    { name: 'Kiln', id: 'c', settings: { 'modem:m0dem0.lan': '192.168.7.1' } },
  ]);
  expect(found.map(({ rule, at }) => [rule, at.map(({ id }) => id)])).toEqual(
    ['fleet/one-imsi', 'fleet/one-number', 'fleet/one-serial', 'fleet/one-tunnel-network', 'fleet/one-lan'].map((rule) => [
      rule,
      ['a', 'b'],
    ]),
  );
  expect(sharedBy(found, 'a').map(({ finding, key, others }) => [finding.rule, key, others])).toContainEqual([
    'fleet/one-imsi',
    'sim:s1m000.imsi',
    ['Mast'],
  ]);
  expect(sharedBy(found, 'c')).toEqual([]);
});
test('one password at two stations is found by its trait, and never said', () => {
  const traits = () => ({ length: 8, alphabet: 'mixed', factoryDefault: false, same: 'a3f9c0' }) as const;
  const found = checkFleet(
    [
      sheet('A', { 'modem:m0dem0.password': { secret: '01ARZ3NDEKTSV4RRFFQ69G5FAV' } }),
      sheet('B', { 'modem:m0dem1.password': { secret: '01ARZ3NDEKTSV4RRFFQ69G5FAW' } }),
    ],
    traits,
  );
  expect(found).toMatchObject([{ rule: 'fleet/one-password', value: 'one password' }]);
  expect(JSON.stringify(found)).not.toContain('a3f9c0');
});
test('five at one minute are few enough, six are not', () => {
  const at = (n: number) => checkFleet(Array.from({ length: n }, (_, i) => sheet(`S${i}`, { 'unit:vn1t00.testAt': '03:10' })));
  expect([at(5).length, at(6).length]).toEqual([0, 1]);
});
test('the same stations in any order give the same findings, and one alone gives none', () =>
  fc.assert(
    fc.property(fc.array(fc.constantFrom('0417', '0418', '0419'), { minLength: 1, maxLength: 12 }), fc.nat(), (accounts, turn) => {
      const sheets = accounts.map((account, i) => sheet(`S${i}`, { 'receiver:recv00.account': account }));
      const turned = [...sheets.slice(turn % sheets.length), ...sheets.slice(0, turn % sheets.length)];
      const values = (of: readonly FleetSheet[]) =>
        canonical(
          checkFleet(of)
            .map(({ value }) => value)
            .sort(),
        );
      const twice = new Set(accounts.filter((account, i) => accounts.indexOf(account) !== i));
      return values(sheets) === values(turned) && checkFleet(sheets).length === twice.size;
    }),
    { seed: 41, numRuns: 200 },
  ));
test('every trap of the trade is covered by a check or another part, or says what it waits for', () => {
  const covers = trapCovers();
  expect(covers).toHaveLength(trapCount);
  expect(
    covers.filter(({ rules, by, waitsFor }) => rules.length === 0 && by === null && waitsFor === null).map(({ trap }) => trap),
  ).toEqual([]);
  expect(covers.filter(({ waitsFor }) => waitsFor !== null).map(({ trap }) => trap)).toEqual([62, 102]);
  for (const { id, looksFor } of fleetRules) expect([id.startsWith('fleet/'), looksFor.endsWith('.')]).toEqual([true, true]);
});
