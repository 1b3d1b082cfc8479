// Watch: scheduled check-ins that arrived by themselves while nobody was there, supervision armed, account off test. Nobody types a count.
import { settingKey } from '../../name/index.ts';
import { comparePos, evidencePos } from '../../journal/index.ts';
import { asItRuns, deskIsOurs, evidenceFor, type Judging } from '../context.ts';
import { onTest, testDue } from '../on-test.ts';
import { openLapses } from '../supervision.ts';
import { reason } from '../reason.ts';
import { type Judged, judged } from '../result.ts';
import { checkInsOf, scheduleOf } from '../scheduled.ts';
import { failedSince, factOf, saidBy, weighed, wordsOf } from '../weigh.ts';

/** Tests that somebody at another desk says came by themselves since anybody was last there, each instant once. */
export const testsElsewhere = (j: Pick<Judging, 'state'>): readonly number[] => {
  const since = j.state.attended?.ord ?? 0;
  const tests = evidenceFor(j, 'Watch', null)
    .filter(({ what, outcome }) => what === 'confirmation' && outcome === 'good')
    .flatMap(({ facts }) => {
      const said = factOf(facts, 'tests');
      return Array.isArray(said) ? said.flatMap((at: unknown) => (typeof at === 'number' && at > since ? [at] : [])) : [];
    });
  return [...new Set(tests)].sort((a, b) => a - b);
};

/** After when another desk can be asked for the tests that came by themselves; null where the desk is ours, they were told already, or nobody knows how often the unit calls. */
export const ringAfter = (j: Judging): number | null => {
  if (deskIsOurs(j) || j.state.signed?.ending === 'taken down') return null;
  const { every, late } = scheduleOf(j.state, asItRuns(j.state), j.now);
  const left = j.state.attended?.ord ?? null;
  return every === null || left === null || testsElsewhere(j).length >= j.house.checkIns ? null : left + j.house.checkIns * every + late;
};

/** At somebody else's desk nobody here hears the check-ins: they are asked for, and stay a word. */
const elsewhere = (j: Judging): Judged => {
  const tests = testsElsewhere(j);
  const { rung, attended } = j.state;
  if (tests.length > 0) {
    const stands = evidenceFor(j, 'Watch', null).flatMap(({ what, outcome, entry }) =>
      what === 'confirmation' && outcome === 'good' ? [entry] : [],
    );
    const seen = reason(
      'tests-elsewhere',
      { seen: tests.length, asked: j.house.checkIns, last: tests.at(-1) ?? 0, person: rung?.person ?? '' },
      stands,
    );
    const left = [
      ...(rung?.armed === true ? [] : [reason('supervision-off', {})]),
      ...(rung?.offTest === true ? [] : [reason('on-test', {})]),
    ];
    const done = tests.length >= j.house.checkIns && left.length === 0;
    return judged('marginal', [seen, ...left], { stands, next: done ? null : reason('next-ask-watch', {}) });
  }
  const asked = evidenceFor(j, 'Watch', null).find(({ what, outcome }) => what === 'confirmation' && outcome === 'good');
  if (asked !== undefined)
    return judged('stale', [reason('attended-since', { at: attended?.ord ?? j.now })], {
      stands: [asked.entry],
      next: reason('next-ask-watch', {}),
    });
  const said = evidenceFor(j, 'Watch', null)
    .filter(({ what, outcome }) => what === 'declaration' && outcome === 'good')
    .sort((a, b) => b.ord - a.ord);
  if (said.length === 0) return judged('dark', [reason('nothing', { lamp: 'Watch' })], { next: reason('next-ask-watch', {}) });
  return judged(
    'marginal',
    said.map((one) => reason('declared', { words: wordsOf(one), at: one.ord, who: saidBy(one) }, [one.entry])),
    { stands: said.map(({ entry }) => entry), next: reason('next-ask-watch', {}) },
  );
};

export const watch = (j: Judging): Judged => {
  const failed = failedSince('Watch', weighed(j, 'Watch', null), null);
  if (!deskIsOurs(j)) return failed ?? elsewhere(j);
  const [lapse] = openLapses(j.state);
  if (lapse !== undefined) {
    const { is, path, since, due, id } = lapse;
    return judged('failed', [reason('lapse', { is, path, since, due }, [id])], {
      stands: [id],
      next: reason('next-silent', { at: since }),
    });
  }
  const { attended } = j.state;
  const kept = evidenceFor(j, 'Watch', null)
    .filter((one) => one.what === 'check-in' && (attended === null || comparePos(evidencePos(one), attended) > 0))
    .sort((a, b) => Number(a.simulated) - Number(b.simulated) || b.ord - a.ord)[0];
  const heard = checkInsOf(j);
  const asked = j.house.checkIns;
  const count = Math.max(
    heard.instants.length,
    kept === undefined || (kept.simulated && !heard.simulated) ? 0 : Number(factOf(kept.facts, 'count')),
  );
  const stands = kept === undefined ? [] : [kept.entry];
  const sum = { stands, simulated: kept?.simulated ?? (count > 0 && heard.simulated), grade: count > 0 ? (9 as const) : null };
  if (failed !== null && count < asked) return failed;
  const seen = reason('check-ins', { seen: count, asked, simulated: sum.simulated, since: attended?.ord ?? null }, stands);
  // Check-ins of before somebody was there again, or of before a change on which Watch stands: they have to come anew.
  const [before] = weighed(j, 'Watch', null).filter(({ evidence }) => evidence.what === 'check-in');
  if (before !== undefined && (before.fresh.is === 'stale' || count < 1)) {
    const why = before.fresh.is === 'stale' ? before.fresh.because : [reason('attended-since', { at: attended?.ord ?? j.now })];
    return judged('stale', why, {
      stands: [before.evidence.entry],
      simulated: before.evidence.simulated,
      next: reason('next-check-in', {}),
    });
  }
  if (count < 1)
    return judged('dark', [heard.every === null ? reason('no-interval', {}) : reason('few-check-ins', { seen: count, asked })], {
      next: heard.every === null ? reason('next-interval', {}) : reason('next-check-in', {}),
    });
  if (count < asked) return judged('marginal', [seen], { ...sum, next: reason('next-check-in', {}) });
  if (!heard.sure && kept === undefined)
    return judged('marginal', [seen, reason('check-ins-claimed', {})], { ...sum, next: reason('next-attribute', {}) });
  if (heard.silentSince !== null)
    return judged('stale', [reason('silent', { at: heard.silentSince, grace: heard.grace ?? 0 })], {
      ...sum,
      next: reason('next-silent', { at: heard.silentSince }),
    });
  if (j.runs(settingKey('desk', null, 'supervision')) !== true)
    return judged('marginal', [seen, reason('supervision-off', {})], { ...sum, next: reason('next-arm', {}) });
  const { muted } = j.state;
  if (muted !== null && muted.until > j.now)
    return judged('marginal', [seen, reason('muted', { until: muted.until, reason: muted.reason, who: muted.who }, [muted.pos.id])], {
      ...sum,
      due: muted.until,
      next: reason('next-unmute', {}),
    });
  if (heard.season.is === 'closed' && heard.season.until !== null)
    return judged('marginal', [seen, reason('closed', { until: heard.season.until })], {
      ...sum,
      due: heard.season.until,
      next: reason('next-check-in', {}),
    });
  const test = onTest(j.state, j.now);
  if (test !== null)
    return judged('marginal', [seen, reason('on-test', {})], { ...sum, due: testDue(j.state, j.now), next: reason('next-off-test', {}) });
  if (j.runs(settingKey('desk', null, 'onTest')) !== false)
    return judged('marginal', [seen, reason('on-test', {})], { ...sum, next: reason('next-off-test', {}) });
  return judged('proven', [seen], { ...sum, due: heard.due });
};
