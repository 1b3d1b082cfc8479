// Inputs: a ledger of what hangs on the unit. Each item by its own event at the desk with its zone, its rest state by its restoral, its range as a figure.
import { type ElementId, type Json, settingKey } from '../../name/index.ts';
import { isTurn, plainZone, proves, readingOf } from '../../evidence/index.ts';
import { present } from '../../journal/index.ts';
import { factOf } from '../weigh.ts';
import type { Judging } from '../context.ts';
import { itemFreshness } from '../freshness.ts';
import { sendsRestorals, zoneOf } from '../makeable.ts';
import { type Reason, reason } from '../reason.ts';
import { type Judged, judged, type Verdict } from '../result.ts';
import { evidenceFor } from '../context.ts';
import { failedSince, onBench, readOf, saidBy, weighed, type Weighed, wordsOf } from '../weigh.ts';
import { callDoubt, strengthOf } from './graded.ts';

/** What is asked of one item, and what stands for it. */
export type Asked = {
  readonly what: 'event' | 'rest' | 'range' | 'link' | 'zone' | 'name';
  readonly is: Extract<Verdict, 'proven' | 'marginal' | 'stale' | 'dark' | 'failed'>;
  readonly because: readonly Reason[];
  readonly on: readonly Weighed[];
};
export type Item = {
  readonly item: ElementId;
  readonly group: 'input' | 'device' | 'link';
  readonly zone: string | null;
  readonly asked: readonly Asked[];
};

const valueAt = (j: Judging, group: string, id: ElementId, param: string): Json | undefined => j.runs(settingKey(group, id, param));
const zoneAt = (j: Judging, group: string, id: ElementId, param: string): string | null => {
  const value = valueAt(j, group, id, param);
  return typeof value === 'number' ? plainZone(String(value)) : null;
};

/** Whether a call or confirmation, likely by its path and still fitting it, names this zone and turn. */
const eventsOf = (j: Judging, item: ElementId, zone: string, turn: 'alarm' | 'restoral'): Weighed[] =>
  evidenceFor(j, 'Inputs', null)
    .filter(
      ({ what, facts, grade }) =>
        (what === 'call' || what === 'confirmation') &&
        (grade ?? 0) >= 7 &&
        factOf(facts, 'zone') === zone &&
        (isTurn(factOf(facts, 'is')) ? factOf(facts, 'is') === turn : turn === 'alarm'),
    )
    .map((evidence) => ({ evidence, fresh: itemFreshness(j, item, evidence) }))
    .sort((a, b) => Number(a.evidence.simulated) - Number(b.evidence.simulated) || b.evidence.ord - a.evidence.ord);

/** What keeps an event from proving its item: a word, a claim, a source that no longer fits, a change not known to be in force, the bench after the site. */
const doubtOf = (j: Judging, { evidence, fresh }: Weighed): Reason | null => {
  if (evidence.by === 'word') return reason('by-word', { who: saidBy(evidence) }, [evidence.entry]);
  if (evidence.what === 'call') {
    if (!proves(strengthOf(evidence))) return reason('path-claimed', {}, [evidence.entry]);
    const over = evidence.bears.find(({ lamp }) => lamp === 'Call')?.path ?? null;
    const doubt = callDoubt(j, j.bindings.paths.find(({ path }) => path === over) ?? null, evidence);
    if (doubt !== null) return doubt;
  }
  if (fresh.is === 'unsure') return fresh.because;
  return evidence.place === 'bench' && j.state.everAtSite ? reason('bench', {}) : null;
};

const askEvent = (j: Judging, item: ElementId, zone: string, turn: 'alarm' | 'restoral'): Asked => {
  const what = turn === 'alarm' ? 'event' : 'rest';
  const of = eventsOf(j, item, zone, turn);
  const standing = of.filter(({ fresh }) => fresh.is !== 'stale');
  const real = standing.some(({ evidence }) => !evidence.simulated);
  const counts = standing.filter(({ evidence }) => !real || !evidence.simulated);
  const good = counts.find((one) => doubtOf(j, one) === null);
  const said = (one: Weighed): Reason =>
    reason('item-event', { item, zone, turn, at: one.evidence.ord, simulated: one.evidence.simulated }, [one.evidence.entry]);
  if (good !== undefined) return { what, is: 'proven', because: [said(good)], on: [good] };
  const [weak] = counts;
  if (weak !== undefined) return { what, is: 'marginal', because: [said(weak), doubtOf(j, weak) ?? reason('bench', {})], on: [weak] };
  const [old] = of;
  if (old?.fresh.is === 'stale') return { what, is: 'stale', because: old.fresh.because, on: [old] };
  return { what, is: 'dark', because: [reason(turn === 'alarm' ? 'item-no-event' : 'item-no-rest', { item, zone })], on: [] };
};

const askRange = (j: Judging, item: ElementId): Asked => {
  const of = weighed(j, 'Inputs', null, null)
    .filter(({ evidence }) => readOf(evidence).what === 'inputs.score' && factOf(evidence.facts, 'item') === item)
    .map((one) => ({ ...one, fresh: itemFreshness(j, item, one.evidence) }));
  const [one] = of;
  if (one === undefined) return { what: 'range', is: 'dark', because: [reason('item-no-range', { item })], on: [] };
  if (one.fresh.is === 'stale') return { what: 'range', is: 'stale', because: one.fresh.because, on: [one] };
  const score = Number(readOf(one.evidence).value);
  const form = readingOf('inputs.score')?.form;
  const most = form?.is === 'number' ? form.most : 9;
  const percent = (score / most) * 100;
  const is = percent >= j.house.steps.proven ? 'proven' : percent >= j.house.steps.marginal ? 'marginal' : 'failed';
  const onlyBench = one.evidence.place === 'bench' && j.state.everAtSite;
  const because = reason('item-range', { item, score, most, asked: (j.house.steps.proven / 100) * most, at: one.evidence.ord }, [
    one.evidence.entry,
  ]);
  return { what: 'range', is: is === 'proven' && onlyBench ? 'marginal' : is, because: [because], on: [one] };
};

/** Zone and name as the desk has them: unlike, the right event is read as another one. */
const askAgreed = (j: Judging, group: 'input' | 'device', item: ElementId): Asked[] => {
  const own = zoneAt(j, group, item, group === 'device' ? 'zone' : 'channel');
  const desks = zoneAt(j, group, item, 'deskZone');
  const [name, deskName] = [valueAt(j, group, item, 'name'), valueAt(j, group, item, 'deskName')];
  const zones: Asked[] =
    group === 'device' && own !== null && desks !== null && own !== desks
      ? [{ what: 'zone', is: 'marginal', because: [reason('item-zone-differs', { item, own, desks })], on: [] }]
      : [];
  const names: Asked[] =
    typeof name === 'string' && typeof deskName === 'string' && name.trim() !== deskName.trim()
      ? [{ what: 'name', is: 'marginal', because: [reason('item-name-differs', { item, name, deskName })], on: [] }]
      : [];
  return [...zones, ...names];
};

const askZone = (j: Judging, group: 'input' | 'device', item: ElementId): Item => {
  const zone = zoneOf(j.runs, group, item);
  const events: Asked[] =
    zone === null
      ? [{ what: 'zone', is: 'dark', because: [reason('item-no-zone', { item })], on: [] }]
      : [askEvent(j, item, zone, 'alarm'), ...(sendsRestorals(j) ? [askEvent(j, item, zone, 'restoral')] : [])];
  return { item, group, zone, asked: [...events, ...(group === 'device' ? [askRange(j, item)] : []), ...askAgreed(j, group, item)] };
};

const askLink = (j: Judging, item: ElementId): Item => {
  const uses = j.bindings.paths.filter(({ links }) => links.includes(item));
  const calls = uses.flatMap((use) =>
    weighed(j, 'Call', use)
      .filter(({ evidence }) => evidence.what === 'call' && callDoubt(j, use, evidence) === null)
      .map((one) => ({ ...one, fresh: itemFreshness(j, item, one.evidence) })),
  );
  const good = calls.find(({ fresh, evidence }) => fresh.is === 'fresh' && !(evidence.place === 'bench' && j.state.everAtSite));
  const [old] = calls;
  const asked: Asked =
    good !== undefined
      ? { what: 'link', is: 'proven', because: [reason('item-link', { item, at: good.evidence.ord }, [good.evidence.entry])], on: [good] }
      : old?.fresh.is === 'stale'
        ? { what: 'link', is: 'stale', because: old.fresh.because, on: [old] }
        : { what: 'link', is: 'dark', because: [reason('item-no-link', { item })], on: [] };
  return { item, group: 'link', zone: null, asked: [asked] };
};

/** What hangs on the unit, item by item. */
export const ledger = (j: Judging): readonly Item[] =>
  present(j.state).flatMap(({ id, group }): Item[] => {
    if (group === 'input' && valueAt(j, 'input', id, 'on') === false) return [];
    if (group === 'input' || group === 'device') return [askZone(j, group, id)];
    return group === 'link' ? [askLink(j, id)] : [];
  });

const openOf = (items: readonly Item[]): { item: ElementId; asked: Asked }[] =>
  items.flatMap(({ item, asked }) => asked.filter(({ is }) => is !== 'proven').map((one) => ({ item, asked: one })));

export const inputs = (j: Judging): Judged => {
  const items = ledger(j);
  const said = weighed(j, 'Inputs', null).filter(({ evidence }) => evidence.by === 'word' && evidence.what !== 'confirmation');
  const bad = failedSince('Inputs', said, null);
  if (items.length === 0) return judged('dark', [reason('inputs-empty', {})], { next: reason('next-inputs-sheet', {}) });
  const all = items.flatMap(({ asked }) => asked);
  const on = all.flatMap((one) => one.on);
  if (bad !== null && !on.some(({ evidence }) => evidence.ord > (said.find((one) => one.evidence.outcome === 'bad')?.evidence.ord ?? 0)))
    return bad;
  const words = said.filter(({ evidence, fresh }) => evidence.outcome === 'good' && fresh.is !== 'stale');
  const [first] = openOf(items);
  const sum = {
    stands: on.map(({ evidence }) => evidence.entry),
    rehearsal: on.some(({ evidence }) => onBench(j, evidence)),
    simulated: on.some(({ evidence }) => evidence.simulated),
    due: on.reduce<number | null>(
      (due, { fresh }) => (fresh.is === 'stale' || fresh.due === null ? due : due === null ? fresh.due : Math.min(due, fresh.due)),
      null,
    ),
  };
  const because = all.filter(({ is }) => is !== 'dark').flatMap((one) => one.because);
  if (first === undefined) return judged('proven', because, sum);
  const next = reason('next-item', {
    item: first.item,
    what: first.asked.what,
    zone: items.find(({ item }) => item === first.item)?.zone ?? null,
  });
  const missing = all.filter(({ is }) => is === 'dark').flatMap((one) => one.because);
  if (all.some(({ is }) => is === 'failed'))
    return judged(
      'failed',
      all.filter(({ is }) => is === 'failed').flatMap((one) => one.because),
      { ...sum, next },
    );
  const stale = all.filter(({ is }) => is === 'stale');
  if (stale.length > 0)
    return judged(
      'stale',
      stale.flatMap((one) => one.because),
      { ...sum, next },
    );
  const wordReasons = words.map(({ evidence }) =>
    reason('seen-by-word', { label: readingOf(readOf(evidence).what)?.label ?? wordsOf(evidence), at: evidence.ord }, [evidence.entry]),
  );
  const is: Verdict = on.length > 0 || words.length > 0 ? 'marginal' : 'dark';
  return judged(is, [...because, ...missing, ...wordReasons], {
    ...sum,
    stands: [...sum.stands, ...words.map(({ evidence }) => evidence.entry)],
    next,
  });
};
