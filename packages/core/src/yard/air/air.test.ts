// Path loss against the standard's own short form, quality against its known ends, and what the dale gives its stations.
import fc from 'fast-check';
import { instant } from '../../quantity/index.ts';
import { isLowBand } from '../../sums/index.ts';
import {
  calmAir,
  carrierOf,
  cells,
  daleSize,
  freeSpaceLoss,
  goodAerials,
  heardAt,
  type Listener,
  masts,
  noiseFloor,
  placeOf,
  ruralLoss,
  spotOf,
} from '../index.ts';
import { start } from '../testing.ts';

const here: Listener = {
  ...goodAerials,
  at: { east: 16, north: 9.6 },
  behind: 10,
  swing: 0,
  bands: ['B1', 'B3', 'B8', 'B20', 'B28', 'n78'],
  radios: ['2G', '3G', 'LTE', 'LTE-M', 'NB-IoT', '5G'],
  seed: 5,
};
const heard = (of: Partial<Listener> = {}, air = calmAir) => heardAt(air, { ...here, ...of }, start, 2000);

test('free space at 900 MHz and 1 km loses 91.5 dB, and six more at twice the distance (ITU-R P.525, from memory)', () => {
  expect(freeSpaceLoss({ mhz: 900, km: 1 })).toBeCloseTo(91.53, 1);
  expect(freeSpaceLoss({ mhz: 900, km: 2 }) - freeSpaceLoss({ mhz: 900, km: 1 })).toBeCloseTo(6.02, 2);
});
test('no loss falls under free space, however near the mast, at any band and height', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.001, max: 60, noNaN: true }),
      fc.integer({ min: 450, max: 3700 }),
      fc.integer({ min: 5, max: 200 }),
      (km, mhz, mast) => {
        expect(ruralLoss({ mhz, mast, km })).toBeGreaterThanOrEqual(freeSpaceLoss({ mhz, km: Math.max(0.02, km) }));
      },
    ),
    { seed: 5, numRuns: 200 },
  );
});
test('the rural loss of TR 36.942 at 900 MHz with a mast of 45 m is 95.5 + 34.1·log10 of the distance (its own short form, from memory)', () => {
  for (const km of [1, 2, 5, 10])
    expect(Math.abs(ruralLoss({ mhz: 900, mast: 45, km }) - (95.5 + 34.1 * Math.log10(km)))).toBeLessThan(0.3);
});
test('loss grows with distance and frequency, and a higher mast loses less', () =>
  fc.assert(
    fc.property(fc.double({ min: 0.1, max: 20, noNaN: true }), fc.integer({ min: 700, max: 3500 }), (km, mhz) => {
      const loss = ruralLoss({ mhz, mast: 30, km });
      expect(ruralLoss({ mhz, mast: 30, km: km * 1.5 })).toBeGreaterThan(loss);
      expect(ruralLoss({ mhz: mhz + 100, mast: 30, km })).toBeGreaterThan(loss);
      expect(ruralLoss({ mhz, mast: 45, km: Math.max(1, km) })).toBeLessThan(ruralLoss({ mhz, mast: 30, km: Math.max(1, km) }));
    }),
    { seed: 6, numRuns: 100 },
  ));
test('the noise of one subcarrier is −174 dBm/Hz over 15 kHz and a receiver of 7 dB (common practice, no source)', () =>
  expect(noiseFloor).toBeCloseTo(-174 + 10 * Math.log10(15_000) + 7, 0));
test('quality of a lone cell is −3 dB when it is idle and −10.8 dB when it is full (common practice, no source)', () => {
  const alone = (load: number) =>
    heard(
      { behind: 0, radios: ['LTE'], bands: ['B28'] },
      { load: { varrow: load }, silent: masts.map(({ id }) => id).filter((id) => id !== 'varrow') },
    )[0]?.rsrq ?? 0;
  expect(alone(0)).toBeCloseTo(-3, 1);
  expect(alone(1)).toBeCloseTo(-10.8, 1);
});
test('strongest first; walls weaken all alike; a silent mast is not heard; other bands are not', () => {
  const levels = heard().map(({ rsrp }) => rsrp);
  expect(levels).toEqual([...levels].sort((a, b) => b - a));
  const behind = new Map(heard({ behind: 20 }).map(({ cell, rsrp }) => [cell.id, rsrp]));
  for (const { cell, rsrp } of heard()) if (behind.has(cell.id)) expect(rsrp - (behind.get(cell.id) ?? 0)).toBeCloseTo(10, 6);
  expect(heard({}, { load: {}, silent: ['varrow'] }).some(({ cell }) => cell.mast === 'varrow')).toBe(false);
  expect(new Set(heard({ bands: ['B20'] }).map(({ cell }) => cell.band))).toEqual(new Set(['B20']));
});
test('the same seed, place and step give the same figures; another step others', () => {
  const swinging = { swing: 6 };
  expect(heard(swinging)).toEqual(heard(swinging));
  expect(heardAt(calmAir, { ...here, ...swinging }, instant(start + 2000), 2000)[0]?.rsrp).not.toBe(heard(swinging)[0]?.rsrp);
});
test('each station of the dale hears its carrier, and the cellar hears it worst', () => {
  const level = (name: string) => {
    const { at, behind } = spotOf(name, 1);
    return heard({ at, behind })[0]?.rsrp ?? -999;
  };
  for (const name of ['Light controller, Holm ferry slip', 'Snow-depth mast, Cold Hause', 'Signal box, heritage railway'])
    expect(level(name)).toBeGreaterThan(-110);
  expect(level('Chiller, Ewe cheese cellar')).toBeLessThan(level('Snow-depth mast, Cold Hause'));
});
test('masts and stations stand inside of the dale, wherever a station of no name is put', () => {
  for (const { at } of masts) expect(at.east > 0 && at.east < daleSize.east && at.north > 0 && at.north < daleSize.north).toBe(true);
  for (let i = 0; i < 50; i += 1) {
    const at = placeOf('a station of one’s own', `station:${i}`);
    expect(at.east >= 15 && at.east <= 18 && at.north >= 9 && at.north <= 12).toBe(true);
  }
});
test('every cell has a number of its own of 28 bits, and low bands reach farther than high ones from one mast', () => {
  expect(new Set(cells.map(({ id }) => id)).size).toBe(cells.length);
  expect(cells.every(({ id }) => id < 2 ** 28)).toBe(true);
  const skell = heard({ at: { east: 14, north: 9 } }).filter(
    ({ cell }) => cell.mast === 'skell' && cell.carrier === 'Tarnlink' && cell.radio === 'LTE',
  );
  const [low, high] = [true, false].map((is) => skell.find(({ cell }) => isLowBand(cell.band) === is)?.rsrp ?? -200);
  expect((low ?? 0) - (high ?? 0)).toBeGreaterThan(5);
});
test('a network’s number names its carrier, with or without its hyphen', () =>
  expect([carrierOf('999-05'), carrierOf('99970'), carrierOf('00101')]).toEqual(['Tarnlink', 'Fellwave', null]));
