// A modem’s cards: whether they are there, share its bands, hold what the carrier gave, last, and are changed over.
import { parseRfc3339, showFigure } from '../../quantity/index.ts';
import { practice, rule, sheetRule } from '../rule.ts';

export const modemCards = [
  rule({
    id: 'watch/limit-above-plan',
    lamp: 'Watch',
    looks: 'A limit in the device above the plan: the carrier comes first.',
    source: practice,
    traps: [16],
    reads: ['modem.dataLimit', 'sim.plan'],
    codes: { 'limit-above-plan': 'look' },
    find: ({ 'modem.dataLimit': limit, 'sim.plan': plan }) =>
      limit > plan ? [{ code: 'limit-above-plan', args: { limit: showFigure(limit, 'B'), plan: showFigure(plan, 'B') } }] : [],
    fires: { 'modem.dataLimit': 150_000_001, 'sim.plan': 150_000_000 },
    silent: { 'modem.dataLimit': 150_000_000, 'sim.plan': 150_000_000 },
  }),
  rule({
    id: 'watch/plan-end',
    lamp: 'Watch',
    looks: 'A plan whose end another station can bring about, or that costs without a warning.',
    source: practice,
    traps: [16],
    reads: ['sim.planEnd'],
    also: ['sim.planPooled', 'modem.warnAt', 'modem.dataLimit'],
    codes: { 'pool-cuts': 'look', 'charged-unwarned': 'look' },
    find: ({ 'sim.planEnd': end, 'sim.planPooled': pooled, 'modem.warnAt': warn, 'modem.dataLimit': limit }) => [
      ...(pooled === true && end === 'cut' ? [{ code: 'pool-cuts' as const }] : []),
      ...(end === 'charge' && warn === undefined && limit === undefined ? [{ code: 'charged-unwarned' as const }] : []),
    ],
    fires: { 'sim.planEnd': 'cut', 'sim.planPooled': true },
    silent: { 'sim.planEnd': 'slow', 'sim.planPooled': true },
  }),
  sheetRule({
    id: 'standby/changes-card',
    lamp: 'Standby',
    looks: 'Two cards in one modem that never changes over, or changes only where no network is left.',
    source: practice,
    traps: [72],
    reads: ['modem.changeOver', 'path.modem', 'path.sim'],
    codes: { 'never-changes': 'fix', 'changes-without-network': 'look' },
    find: ({ of, at, key, bindings }) =>
      of('modem').flatMap(({ id }) => {
        const when = at('modem.changeOver', id);
        const cards = new Set(bindings.paths.filter(({ modem }) => modem === id).flatMap(({ sim }) => sim ?? []));
        if (cards.size < 2 || (when !== 'never' && when !== 'no network')) return [];
        return [
          {
            code: when === 'never' ? ('never-changes' as const) : ('changes-without-network' as const),
            fields: [key('modem.changeOver', id)],
            elements: [id],
          },
        ];
      }),
    fires: {
      elements: [
        ['modem', 'm0dem0'],
        ['sim', 's1m000'],
        ['sim', 's1m001'],
        ['path', 'path00'],
        ['path', 'path01'],
      ],
      values: {
        'modem:m0dem0.changeOver': 'never',
        'path:path00.kind': 'cellular',
        'path:path00.modem': 'm0dem0',
        'path:path00.sim': 's1m000',
        'path:path01.kind': 'cellular',
        'path:path01.modem': 'm0dem0',
        'path:path01.sim': 's1m001',
      },
    },
    silent: {
      elements: [
        ['modem', 'm0dem0'],
        ['sim', 's1m000'],
        ['path', 'path00'],
      ],
      values: {
        'modem:m0dem0.changeOver': 'never',
        'path:path00.kind': 'cellular',
        'path:path00.modem': 'm0dem0',
        'path:path00.sim': 's1m000',
      },
    },
  }),
  rule({
    id: 'bearer/entry-password',
    lamp: 'Bearer',
    looks: 'An access point entry with another password than the carrier gave.',
    source: practice,
    traps: [9],
    reads: ['apn.password', 'sim.apnPassword'],
    codes: { 'entry-password-differs': 'stop' },
    find: ({ 'apn.password': entry, 'sim.apnPassword': card }, { traits }) => {
      const [one, other] = [traits(entry.secret), traits(card.secret)];
      return one !== null && other !== null && one.same !== other.same ? [{ code: 'entry-password-differs' }] : [];
    },
    fires: { 'apn.password': { secret: '01ARZ3NDEKTSV4RRFFQ69G5FAV' }, 'sim.apnPassword': { secret: '01ARZ3NDEKTSV4RRFFQ69G5FAW' } },
    silent: { 'apn.password': { secret: '01ARZ3NDEKTSV4RRFFQ69G5FAV' }, 'sim.apnPassword': { secret: '01ARZ3NDEKTSV4RRFFQ69G5FAV' } },
    traitsBy: { '01ARZ3NDEKTSV4RRFFQ69G5FAV': 'a', '01ARZ3NDEKTSV4RRFFQ69G5FAW': 'b' },
  }),
  rule({
    id: 'card/there-on-the-day',
    lamp: 'Card',
    looks: 'A card that is only ordered on the day of the visit, or the day before.',
    source: practice,
    traps: [104],
    reads: ['sim.state', 'site.visit'],
    codes: { 'card-only-ordered': 'stop' },
    find: ({ 'sim.state': state, 'site.visit': day }, { now }) => {
      const left = Math.ceil(((parseRfc3339(`${day}T00:00:00Z`) ?? now) - now) / 86_400_000);
      return state === 'ordered' && left <= 1 ? [{ code: 'card-only-ordered', args: { day } }] : [];
    },
    fires: { 'sim.state': 'ordered', 'site.visit': '2027-03-15' },
    silent: { 'sim.state': 'ordered', 'site.visit': '2027-03-16' },
    now: 1_805_011_200_000, // 2027-03-14, 8 h UTC
  }),
  rule({
    id: 'bearer/three-bands-meet',
    lamp: 'Bearer',
    looks: 'Modem, carrier and aerial that meet two by two, and all three nowhere.',
    source: practice,
    traps: [12, 60],
    reads: ['modem.bands', 'sim.bands', 'antenna.bands'],
    codes: { 'no-band-for-three': 'stop' },
    find: ({ 'modem.bands': modem, 'sim.bands': carrier, 'antenna.bands': aerial }) => {
      const [a, b, c] = [modem, carrier, aerial].map((list) => list.split(',').map((band) => band.trim().toLowerCase()));
      const meet = (one: readonly string[] = [], other: readonly string[] = []): string[] => one.filter((band) => other.includes(band));
      const pairwise = meet(a, b).length > 0 && meet(a, c).length > 0 && meet(b, c).length > 0;
      return pairwise && meet(meet(a, b), c).length === 0 ? [{ code: 'no-band-for-three', args: { modem, carrier, aerial } }] : [];
    },
    fires: { 'modem.bands': 'B3, B8', 'sim.bands': 'B8, B20', 'antenna.bands': 'B3, B20' },
    silent: { 'modem.bands': 'B3, B8', 'sim.bands': 'B8, B20', 'antenna.bands': 'B3, B8' },
  }),
];
