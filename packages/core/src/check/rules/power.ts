// Power: range, drop, budget, battery, temperature.
import { practice, rule, sheetRule } from '../rule.ts';

const volts = (of: number): number => of / 1000;

export const power = [
  rule({
    id: 'power/unit-range',
    lamp: 'Power',
    looks: 'A supply that is outside of the unit’s range at the end of the cable.',
    source: practice,
    traps: [87],
    reads: ['site.supplyVolts', 'unit.supplyLeast', 'unit.supplyMost'],
    also: ['site.cableDrop'],
    codes: { 'supply-low': 'stop', 'supply-high': 'stop' },
    find: ({ 'site.supplyVolts': gives, 'unit.supplyLeast': least, 'unit.supplyMost': most, 'site.cableDrop': drop = 0 }) => {
      const there = volts(gives - drop);
      if (gives - drop < least) return [{ code: 'supply-low', args: { there, limit: volts(least) } }];
      return gives > most ? [{ code: 'supply-high', args: { there: volts(gives), limit: volts(most) } }] : [];
    },
    fires: { 'site.supplyVolts': 12_000, 'unit.supplyLeast': 11_500, 'unit.supplyMost': 30_000, 'site.cableDrop': 1_030 },
    silent: { 'site.supplyVolts': 12_000, 'unit.supplyLeast': 9_000, 'unit.supplyMost': 30_000, 'site.cableDrop': 1_030 },
  }),
  rule({
    id: 'power/modem-range',
    lamp: 'Power',
    looks: 'A supply that is outside of the modem’s range at the end of the cable.',
    source: practice,
    traps: [87],
    reads: ['site.supplyVolts', 'modem.supplyLeast', 'modem.supplyMost'],
    also: ['site.cableDrop'],
    codes: { 'supply-low': 'stop', 'supply-high': 'stop' },
    find: ({ 'site.supplyVolts': gives, 'modem.supplyLeast': least, 'modem.supplyMost': most, 'site.cableDrop': drop = 0 }) => {
      if (gives - drop < least) return [{ code: 'supply-low', args: { there: volts(gives - drop), limit: volts(least) } }];
      return gives > most ? [{ code: 'supply-high', args: { there: volts(gives), limit: volts(most) } }] : [];
    },
    fires: { 'site.supplyVolts': 48_000, 'modem.supplyLeast': 9_000, 'modem.supplyMost': 30_000 },
    silent: { 'site.supplyVolts': 24_000, 'modem.supplyLeast': 9_000, 'modem.supplyMost': 30_000 },
  }),
  sheetRule({
    id: 'power/budget',
    lamp: 'Power',
    looks: 'Devices that draw more at worst than the supply gives.',
    source: practice,
    traps: [87],
    reads: ['site.supplyWatts', 'modem.watts', 'unit.watts'],
    codes: { 'watts-over': 'fix' },
    find: ({ of, at, key }) => {
      const gives = at('site.supplyWatts');
      const draws = [
        ...of('modem').map(({ id }) => ({ field: key('modem.watts', id), watts: at('modem.watts', id) ?? 0 })),
        ...of('unit').map(({ id }) => ({ field: key('unit.watts', id), watts: at('unit.watts', id) ?? 0 })),
      ];
      const sum = draws.reduce((all, { watts }) => all + watts, 0);
      return gives !== null && sum > gives
        ? [
            {
              code: 'watts-over',
              args: { draws: sum / 1000, gives: gives / 1000 },
              fields: [key('site.supplyWatts'), ...draws.filter(({ watts }) => watts > 0).map(({ field }) => field)],
            },
          ]
        : [];
    },
    fires: {
      elements: [
        ['modem', 'm0dem0'],
        ['unit', 'vn1t00'],
      ],
      values: { 'site.supplyWatts': 18_000, 'modem:m0dem0.watts': 12_000, 'unit:vn1t00.watts': 8_000 },
    },
    silent: {
      elements: [
        ['modem', 'm0dem0'],
        ['unit', 'vn1t00'],
      ],
      values: { 'site.supplyWatts': 24_000, 'modem:m0dem0.watts': 12_000, 'unit:vn1t00.watts': 8_000 },
    },
  }),
  rule({
    id: 'power/battery-end',
    lamp: 'Power',
    looks: 'A battery that is empty only under what the unit needs.',
    source: practice,
    traps: [87],
    reads: ['unit.batteryEnd', 'unit.supplyLeast'],
    codes: { 'battery-end': 'fix' },
    find: ({ 'unit.batteryEnd': end, 'unit.supplyLeast': least }) =>
      end < least ? [{ code: 'battery-end', args: { end: volts(end), least: volts(least) } }] : [],
    fires: { 'unit.batteryEnd': 10_500, 'unit.supplyLeast': 11_000 },
    silent: { 'unit.batteryEnd': 10_500, 'unit.supplyLeast': 9_000 },
  }),
  rule({
    id: 'power/temperature',
    lamp: 'Power',
    looks: 'A box that gets colder or hotter than the unit works.',
    source: practice,
    traps: [88],
    reads: ['site.coldest', 'site.hottest', 'unit.coldest', 'unit.hottest'],
    codes: { 'too-cold': 'fix', 'too-hot': 'fix' },
    find: ({ 'site.coldest': cold, 'site.hottest': hot, 'unit.coldest': least, 'unit.hottest': most }) => [
      ...(cold < least ? [{ code: 'too-cold' as const, args: { there: cold, limit: least } }] : []),
      ...(hot > most ? [{ code: 'too-hot' as const, args: { there: hot, limit: most } }] : []),
    ],
    fires: { 'site.coldest': -28, 'site.hottest': 30, 'unit.coldest': -20, 'unit.hottest': 60 },
    silent: { 'site.coldest': -18, 'site.hottest': 30, 'unit.coldest': -20, 'unit.hottest': 60 },
  }),
  rule({
    id: 'power/lithium-cold',
    lamp: 'Power',
    looks: 'A lithium battery that is charged below 0 °C.',
    source: practice,
    traps: [88],
    reads: ['unit.battery', 'site.coldest'],
    codes: { 'lithium-cold': 'stop' },
    find: ({ 'unit.battery': battery, 'site.coldest': cold }) =>
      battery === 'lifepo4' && cold < 0 ? [{ code: 'lithium-cold', args: { cold } }] : [],
    fires: { 'unit.battery': 'lifepo4', 'site.coldest': -12 },
    silent: { 'unit.battery': 'lead', 'site.coldest': -12 },
  }),
  rule({
    id: 'power/own-supply',
    lamp: 'Power',
    looks: 'A modem whose power goes when another device switches off.',
    source: practice,
    traps: [89],
    reads: ['modem.poweredFalls'],
    codes: { 'power-falls': 'fix' },
    find: ({ 'modem.poweredFalls': falls }) => (falls ? [{ code: 'power-falls' }] : []),
    fires: { 'modem.poweredFalls': true },
    silent: { 'modem.poweredFalls': false },
  }),
  rule({
    id: 'bearer/clients',
    lamp: 'Bearer',
    looks: 'More devices than a gateway serves.',
    source: practice,
    traps: [90],
    reads: ['site.clients', 'modem.clients'],
    codes: { 'clients-over': 'stop' },
    find: ({ 'site.clients': wants, 'modem.clients': serves }) =>
      wants > serves ? [{ code: 'clients-over', args: { wants, serves } }] : [],
    fires: { 'site.clients': 9, 'modem.clients': 5 },
    silent: { 'site.clients': 4, 'modem.clients': 5 },
  }),
];
