// The proof matrix: what Call asks for of events, paths and receivers by house rule, what stands for each, and what is left.
import { schoolOf } from '../../house/index.ts';
import { type ElementId, settingKey } from '../../name/index.ts';
import { type Evidence, isTurn, type Turn } from '../../evidence/index.ts';
import { type Accepted, type CellNamed, cellName, evidencePos, isAfter } from '../../journal/index.ts';
import type { PathUse } from '../../sheet/index.ts';
import { deskIsOurs, inUse, type Judging } from '../context.ts';
import { type Makeable, makeables } from '../makeable.ts';
import { type Reason, reason } from '../reason.ts';
import type { Verdict } from '../result.ts';
import { best, factOf, type Weighed, weighed, wordsOf } from '../weigh.ts';
import { weigh } from './graded.ts';

/** One thing that is asked for; what is null may be any. */
export type Demand = CellNamed & {
  /** Each event once, each kind of event over each path, an event at each receiver; or, by the full rule, each event over each path. */
  readonly why: 'event' | 'kind' | 'receiver' | 'cell';
  readonly of: Makeable | null;
  readonly verdict: Exclude<Verdict, 'none'> | 'accepted';
  readonly because: readonly Reason[];
  readonly on: Weighed | null;
  readonly accepted: Accepted | null;
};
export type Matrix = { readonly rule: 'economical' | 'full'; readonly events: readonly Makeable[]; readonly demands: readonly Demand[] };

/** Receivers to which a path's events go; a maintenance address gets none. */
export const eventReceivers = (j: Pick<Judging, 'runs'>, use: PathUse): readonly ElementId[] =>
  use.receivers.filter((id) => j.runs(settingKey('receiver', id, 'role')) !== 'maintenance');

const turnOf = ({ facts }: Evidence): Turn => {
  const is = factOf(facts, 'is');
  return isTurn(is) ? is : 'alarm';
};
const isOf = ({ zone, is, receiver }: CellNamed, evidence: Evidence): boolean =>
  (zone === null || factOf(evidence.facts, 'zone') === zone) &&
  (is === null || turnOf(evidence) === is) &&
  (receiver === null || factOf(evidence.facts, 'receiver') === receiver);

/** Evidence of events over a path, or by none that is known. */
type Over = { readonly use: PathUse | null; readonly of: readonly Weighed[] };
const eventsOver = (j: Judging, use: PathUse | null): Over => ({
  use,
  of: weighed(j, 'Call', use, use?.path ?? null).filter(
    ({ evidence }) => (evidence.what === 'call' || evidence.what === 'confirmation') && (evidence.grade ?? 0) >= 7,
  ),
});

const covers = (of: CellNamed, cell: CellNamed): boolean =>
  (['zone', 'is', 'path', 'receiver'] as const).every((name) => of[name] === null || of[name] === cell[name]);

/** The reason why a demand need not be met, by whoever said so; the nearest to it. */
const acceptedFor = ({ state }: Judging, cell: CellNamed): Accepted | null =>
  state.cells[cellName(cell)] ?? Object.values(state.cells).find((one) => covers(one, cell)) ?? null;

/** When it was last asked for without an answer, its time over. */
const unanswered = ({ state, now }: Judging, { zone, is, path }: CellNamed): number | null =>
  state.challenges.findLast(
    (one) =>
      one.zone === zone &&
      (one.is ?? 'alarm') === is &&
      (path === null || one.path === path) &&
      one.pressed !== null &&
      one.answered === null &&
      one.dropped === null &&
      one.until < now,
  )?.pressed ?? null;

const meet = (j: Judging, why: Demand['why'], of: Makeable | null, cell: CellNamed, all: readonly Over[]): Demand => {
  const base = { ...cell, why, of, accepted: null };
  const found = all
    .filter(({ use }) => cell.path === null || use?.path === cell.path)
    .flatMap(({ use, of: some }) => some.filter(({ evidence }) => isOf(cell, evidence)).map((one) => ({ use, one })));
  const standing = found
    .filter(({ one }) => one.fresh.is !== 'stale' && one.evidence.outcome !== 'bad')
    .map(({ use, one }) => {
      const low = weigh(j, 'Call', use, use?.path ?? null, one);
      const nowhere = use === null && deskIsOurs(j) && low.is === 'proven';
      return { of: one, verdict: nowhere ? ('marginal' as const) : low.is, because: nowhere ? [reason('path-unknown', {})] : low.because };
    });
  const chosen = best(standing);
  const denied = found.find(({ one }) => one.evidence.outcome === 'bad' && one.fresh.is !== 'stale')?.one;
  const silent = of === null ? null : unanswered(j, cell);
  const since = silent !== null && (chosen === null || silent > chosen.of.evidence.ord) ? [reason('nothing-came', { at: silent })] : [];
  if (denied !== undefined && (chosen === null || isAfter(evidencePos(denied.evidence), evidencePos(chosen.of.evidence))))
    return {
      ...base,
      verdict: 'failed',
      because: [reason('said-bad', { words: wordsOf(denied.evidence), at: denied.evidence.ord }, [denied.evidence.entry])],
      on: denied,
    };
  if (chosen !== null && chosen.verdict === 'proven' && since.length === 0)
    return { ...base, verdict: 'proven', because: [], on: chosen.of };
  const accepted = acceptedFor(j, cell);
  if (accepted !== null) {
    const because = reason('cell-accepted', { reason: accepted.reason, who: accepted.who, at: accepted.pos.ord }, [accepted.pos.id]);
    return { ...base, verdict: 'accepted', because: [because], on: chosen?.of ?? null, accepted };
  }
  if (chosen !== null) return { ...base, verdict: 'marginal', because: [...chosen.because, ...since], on: chosen.of };
  const [old] = found;
  if (old?.one.fresh.is === 'stale') return { ...base, verdict: 'stale', because: [...old.one.fresh.because, ...since], on: old.one };
  return { ...base, verdict: 'dark', because: since, on: null };
};

const named = (of: Partial<CellNamed>): CellNamed => ({ zone: null, is: null, path: null, receiver: null, ...of });

/**
 * The proof matrix of a station. *Economical*: every event once over any path, every kind of it once over every path, one event at every receiver over every path. *Full*: every event over every path at every receiver.
 * At somebody else's desk nobody here knows by which receiver an event came in.
 */
export const matrix = (j: Judging): Matrix => {
  const rule = schoolOf(j.house.schools, 'matrix')?.id === 'full' ? 'full' : 'economical';
  const uses = inUse(j);
  const events = makeables(j);
  const all = [...uses.map((use) => eventsOver(j, use)), eventsOver(j, null)];
  const receivers = (use: PathUse): readonly (ElementId | null)[] => {
    const of = deskIsOurs(j) ? eventReceivers(j, use) : [];
    return of.length < 2 ? [null] : of;
  };
  const full = (): Demand[] =>
    uses.flatMap((use) =>
      receivers(use).flatMap((receiver) =>
        events.map((of) => meet(j, 'cell', of, named({ zone: of.zone, is: of.is, path: use.path, receiver }), all)),
      ),
    );
  const kinds = [...new Set(events.map(({ is }) => is))];
  const economical = (): Demand[] => [
    ...events.flatMap((of) => (of.zone === null ? [] : [meet(j, 'event', of, named({ zone: of.zone, is: of.is }), all)])),
    ...uses.flatMap((use) => kinds.map((is) => meet(j, 'kind', null, named({ is, path: use.path }), all))),
    ...uses.flatMap((use) =>
      receivers(use).flatMap((receiver) =>
        receiver === null ? [] : [meet(j, 'receiver', null, named({ path: use.path, receiver }), all)],
      ),
    ),
  ];
  return { rule, events, demands: rule === 'full' ? full() : economical() };
};

/** A desk of somebody else's that reads back: nothing better can be had there. */
const isAtBest = ({ whose }: Pick<Judging, 'whose'>, { verdict, on }: Demand): boolean =>
  verdict === 'marginal' && whose === 'theirs' && on?.evidence.what === 'confirmation';

/** What has to be met still, and what fell. */
export const openDemands = (j: Pick<Judging, 'whose'>, demands: readonly Demand[]): readonly Demand[] =>
  demands.filter((one) => one.verdict !== 'proven' && one.verdict !== 'accepted' && !isAtBest(j, one));

/** What stands for each event over each path in use, whether the rule asks for it or not: the picture of what has arrived. */
export const cellsOf = (j: Judging): readonly { readonly path: ElementId; readonly cells: readonly Demand[] }[] => {
  const events = makeables(j);
  return inUse(j).map((use) => {
    const over = [eventsOver(j, use)];
    return { path: use.path, cells: events.map((of) => meet(j, 'cell', of, named({ zone: of.zone, is: of.is, path: use.path }), over)) };
  });
};
