// The watch: tests, supervision, the plan, and what ends when.
import { isCategory, monthBytes, oddDays, reportingTimes } from '../../sums/index.ts';
import { plainText } from '../../name/index.ts';
import { isZone, showFigure } from '../../quantity/index.ts';
import { ours, practice, rule, sheetRule, standard } from '../rule.ts';

const isoDay = (at: number): string =>
  new Intl.DateTimeFormat('en-CA', { timeZone: 'UTC', year: 'numeric', month: '2-digit', day: '2-digit' }).format(at);
const soon = 60 * 86_400_000;
const autumn2026 = 1_793_000_000_000;

export const watch = [
  rule({
    id: 'watch/grace-outlasts-test',
    lamp: 'Watch',
    looks: 'A missed-test alarm raised by every test that is a little late, or only long after a station has died.',
    source: practice,
    traps: [66],
    reads: ['unit.testEvery', 'desk.grace'],
    codes: { 'grace-short': 'fix', 'grace-long': 'look' },
    find: ({ 'unit.testEvery': every, 'desk.grace': grace }) => {
      const args = { every: showFigure(every, 'ms'), grace: showFigure(grace, 'ms') };
      if (grace <= every) return [{ code: 'grace-short', args }];
      return grace > every * 3 ? [{ code: 'grace-long', args }] : [];
    },
    fires: { 'unit.testEvery': 86_400_000, 'desk.grace': 86_400_000 },
    silent: { 'unit.testEvery': 86_400_000, 'desk.grace': 90_000_000 },
  }),
  sheetRule({
    id: 'watch/text-of-its-own',
    lamp: 'Watch',
    looks: 'A unit that only texts and has no text by which it says of itself that it lives.',
    source: ours('what only texts is heard of by itself only by a text'),
    traps: [66],
    reads: ['path.kind', 'unit.testText'],
    codes: { 'no-test-text': 'fix' },
    find: ({ of, at, key }) =>
      of('path').length > 0 && of('path').every(({ id }) => at('path.kind', id) === 'text')
        ? of('unit').flatMap(({ id }) =>
            plainText(at('unit.testText', id) ?? '').trim() === ''
              ? [{ code: 'no-test-text', fields: [key('unit.testText', id), key('unit.testEvery', id)], elements: [id] }]
              : [],
          )
        : [],
    fires: {
      elements: [
        ['unit', 'vn1t00'],
        ['path', 'path00'],
      ],
      values: { 'path:path00.kind': 'text' },
    },
    silent: {
      elements: [
        ['unit', 'vn1t00'],
        ['path', 'path00'],
      ],
      values: { 'path:path00.kind': 'text', 'unit:vn1t00.testText': 'ALL WELL' },
    },
  }),
  rule({
    id: 'watch/winter-grace',
    lamp: 'Watch',
    looks: 'A station that calls seldom in winter and is taken for dead by every gap, or that nobody watches in winter.',
    source: ours('a window of the winter has to outlast the interval of the winter'),
    traps: [66],
    reads: ['desk.winterFrom', 'desk.winterTo'],
    also: ['unit.winterEvery', 'desk.winterGrace'],
    codes: { 'winter-short': 'fix', 'winter-closed': 'look' },
    find: ({ 'desk.winterFrom': from, 'desk.winterTo': to, 'unit.winterEvery': every, 'desk.winterGrace': grace }) => {
      if (grace === undefined) return [{ code: 'winter-closed', args: { from, to } }];
      return every !== undefined && grace <= every
        ? [{ code: 'winter-short', args: { every: showFigure(every, 'ms'), grace: showFigure(grace, 'ms') } }]
        : [];
    },
    fires: { 'desk.winterFrom': '11-01', 'desk.winterTo': '03-15', 'unit.winterEvery': 86_400_000, 'desk.winterGrace': 86_400_000 },
    silent: { 'desk.winterFrom': '11-01', 'desk.winterTo': '03-15', 'unit.winterEvery': 86_400_000, 'desk.winterGrace': 90_000_000 },
  }),
  rule({
    id: 'watch/noticed-as-promised',
    lamp: 'Watch',
    looks: 'A silence that is noticed later than the client was promised.',
    source: practice,
    traps: [66],
    reads: ['desk.grace', 'desk.promised'],
    codes: { 'notice-late': 'fix' },
    find: ({ 'desk.grace': grace, 'desk.promised': promised }) =>
      grace > promised ? [{ code: 'notice-late', args: { grace: showFigure(grace, 'ms'), promised: showFigure(promised, 'ms') } }] : [],
    fires: { 'desk.grace': 90_000_000, 'desk.promised': 86_400_000 },
    silent: { 'desk.grace': 90_000_000, 'desk.promised': 90_000_000 },
  }),
  rule({
    id: 'watch/noticed-by-category',
    lamp: 'Watch',
    looks: 'A silence that is noticed later than the category of the transmission allows.',
    source: standard('EN 50136-1', 'reporting time of a fault, by category', true),
    traps: [66],
    reads: ['desk.grace', 'desk.category'],
    codes: { 'notice-category': 'fix' },
    find: ({ 'desk.grace': grace, 'desk.category': category }) => {
      if (!isCategory(category)) return [];
      const { primary } = reportingTimes[category];
      return grace > primary
        ? [{ code: 'notice-category', args: { grace: showFigure(grace, 'ms'), category, within: showFigure(primary, 'ms') } }]
        : [];
    },
    fires: { 'desk.grace': 90_000_001, 'desk.category': 'SP2' },
    silent: { 'desk.grace': 90_000_000, 'desk.category': 'SP2' },
  }),
  rule({
    id: 'watch/test-same-instant',
    lamp: 'Watch',
    looks: 'A test that unit and desk expect at another instant.',
    source: practice,
    traps: [67],
    reads: ['unit.testAt', 'desk.expectsTest'],
    also: ['unit.zone', 'desk.zone'],
    codes: { 'test-at-other': 'fix' },
    find: ({ 'unit.testAt': unit, 'desk.expectsTest': desk, 'unit.zone': unitZone = 'UTC', 'desk.zone': deskZone = 'UTC' }) =>
      unit === desk && unitZone === deskZone
        ? []
        : unitZone === deskZone
          ? [{ code: 'test-at-other', args: { unit, desk, zone: unitZone } }]
          : [],
    fires: { 'unit.testAt': '03:10', 'desk.expectsTest': '13:10' },
    silent: { 'unit.testAt': '03:10', 'desk.expectsTest': '03:10' },
  }),
  rule({
    id: 'watch/test-hour-exists',
    lamp: 'Watch',
    looks: 'A daily test in the hour that summer time skips or has twice.',
    source: standard('IANA time zone data', 'transitions of the coming year', false),
    traps: [67],
    reads: ['unit.testAt', 'site.zone'],
    codes: { 'test-skipped': 'fix', 'test-twice': 'look' },
    find: ({ 'unit.testAt': at, 'site.zone': zone }, { now }) =>
      isZone(zone)
        ? oddDays(at, zone, now)
            .slice(0, 1)
            .map(({ day, is }) => ({
              code: is === 'missing' ? ('test-skipped' as const) : ('test-twice' as const),
              args: { at, day, zone },
            }))
        : [],
    fires: { 'unit.testAt': '02:15', 'site.zone': 'Europe/Berlin' },
    silent: { 'unit.testAt': '04:15', 'site.zone': 'Europe/Berlin' },
    now: autumn2026,
  }),
  rule({
    id: 'watch/supervision-armed',
    lamp: 'Watch',
    looks: 'Supervision that is off at the desk.',
    source: practice,
    traps: [92],
    reads: ['desk.supervision'],
    codes: { 'supervision-off': 'look' },
    find: ({ 'desk.supervision': armed }) => (armed ? [] : [{ code: 'supervision-off' }]),
    fires: { 'desk.supervision': false },
    silent: { 'desk.supervision': true },
  }),
  rule({
    id: 'watch/plan-lasts',
    lamp: 'Watch',
    looks: 'A plan smaller than what the station is computed to need in a month.',
    source: ours('header sizes and thirty days'),
    traps: [16, 85],
    reads: ['sim.plan', 'unit.eventsHour', 'unit.eventBytes'],
    also: ['unit.testEvery', 'path.probeEvery', 'path.probeBytes'],
    codes: { 'plan-short': 'fix' },
    find: (of) => {
      const { 'sim.plan': plan, 'unit.eventsHour': eventsHour, 'unit.eventBytes': eventBytes } = of;
      const { value } = monthBytes({
        eventsHour,
        eventBytes,
        testEvery: of['unit.testEvery'] ?? null,
        probeEvery: of['path.probeEvery'] ?? null,
        probeBytes: of['path.probeBytes'] ?? null,
      });
      const needs = typeof value === 'number' ? value : 0;
      return needs > plan
        ? [
            {
              code: 'plan-short',
              args: {
                plan: showFigure(plan, 'B'),
                needs: showFigure(Math.round(needs / 100_000) * 100_000, 'B'),
                day: Math.floor((plan / needs) * 30) + 1,
              },
            },
          ]
        : [];
    },
    fires: { 'sim.plan': 5_000_000, 'unit.eventsHour': 60, 'unit.eventBytes': 200 },
    silent: { 'sim.plan': 50_000_000, 'unit.eventsHour': 60, 'unit.eventBytes': 200 },
  }),
  rule({
    id: 'watch/device-cuts-first',
    school: { question: 'limit', of: ['off'] },
    lamp: 'Watch',
    looks: 'A limit in the device under the plan.',
    source: practice,
    traps: [16],
    reads: ['modem.dataLimit', 'sim.plan'],
    codes: { 'limit-under-plan': 'fix' },
    find: ({ 'modem.dataLimit': limit, 'sim.plan': plan }) =>
      limit > 0 && limit < plan ? [{ code: 'limit-under-plan', args: { limit: showFigure(limit, 'B'), plan: showFigure(plan, 'B') } }] : [],
    fires: { 'modem.dataLimit': 90_000_000, 'sim.plan': 100_000_000 },
    silent: { 'modem.dataLimit': 120_000_000, 'sim.plan': 100_000_000 },
  }),
  sheetRule({
    id: 'watch/ends-before-visit',
    lamp: 'Watch',
    looks: 'A contract, card, fixed address or licence that ends before the next visit, or within two months.',
    source: practice,
    traps: [99],
    reads: ['sim.until', 'sim.fixedUntil', 'licence.until', 'site.visit'],
    codes: { ends: 'fix' },
    find: ({ of, at, key }, { now }) => {
      const visit = at('site.visit');
      const limit =
        [visit, isoDay(now + soon)]
          .flatMap((day) => day ?? [])
          .sort()
          .at(-1) ?? '';
      const dated = [
        ...of('sim').flatMap(({ id, label }) =>
          (['sim.until', 'sim.fixedUntil'] as const).map((one) => ({ id, label, day: at(one, id), field: key(one, id) })),
        ),
        ...of('licence').map(({ id, label }) => ({ id, label, day: at('licence.until', id), field: key('licence.until', id) })),
      ];
      return dated.flatMap(({ id, label, day, field }) =>
        day !== null && day < limit ? [{ code: 'ends', args: { what: label, day }, fields: [field], elements: [id] }] : [],
      );
    },
    fires: { elements: [['sim', 's1m000']], values: { 'sim:s1m000.until': '2026-12-01', 'site.visit': '2027-05-01' } },
    silent: { elements: [['sim', 's1m000']], values: { 'sim:s1m000.until': '2029-12-01', 'site.visit': '2027-05-01' } },
    now: autumn2026,
  }),
  rule({
    id: 'watch/name-shows',
    lamp: 'Watch',
    looks: 'A record’s name that shows the place where the client does not want it.',
    source: practice,
    traps: [96],
    reads: ['site.nameOpen', 'desk.name', 'site.place'],
    codes: { 'name-shows': 'look' },
    find: ({ 'site.nameOpen': open, 'desk.name': name, 'site.place': place }) => {
      const words = place
        .toLowerCase()
        .split(/[^\p{L}]+/u)
        .filter((word) => word.length > 3);
      const shown = words.find((word) => name.toLowerCase().includes(word));
      return open || shown === undefined ? [] : [{ code: 'name-shows', args: { name, shown } }];
    },
    fires: { 'site.nameOpen': false, 'desk.name': 'Skell hatchery 3', 'site.place': 'Skell hatchery, net house' },
    silent: { 'site.nameOpen': false, 'desk.name': 'Site 0417', 'site.place': 'Skell hatchery, net house' },
  }),
  rule({
    id: 'watch/clock-sets-itself',
    lamp: 'Watch',
    looks: 'A clock that is set by hand.',
    source: practice,
    traps: [94],
    reads: ['unit.clock'],
    codes: { 'clock-by-hand': 'look' },
    find: ({ 'unit.clock': by }) => (by === 'hand' ? [{ code: 'clock-by-hand' }] : []),
    fires: { 'unit.clock': 'hand' },
    silent: { 'unit.clock': 'desk' },
  }),
];
