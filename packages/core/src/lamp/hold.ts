// The verdict on a hold, by house rules: level, quality, steadiness, long enough. The same for the screen while it runs and for the lamp afterwards.
import { type House, isRadioKind, type Pass, type RadioKind, schoolOf } from '../house/index.ts';
import { isObject, type Json, type Measure } from '../name/index.ts';
import type { Worked } from '../problem/index.ts';
import { readingOf } from '../evidence/index.ts';
import { type HoldFigures, isLevelName, isSignalName, levelNames, qualityNames, type SignalName, type Steadiness } from '../sums/index.ts';
import { type Reason, reason } from './reason.ts';
import type { Verdict } from './result.ts';

export type Hold = HoldFigures & { readonly radio: RadioKind; readonly source: 'typed' | 'pasted' | 'modem'; readonly time: number };

export type HoldVerdict = {
  readonly is: Extract<Verdict, 'proven' | 'marginal' | 'failed'>;
  readonly because: readonly Reason[];
  readonly next: Reason | null;
  readonly worked: Worked<'hold'>;
};

const figuresOf = (value: unknown): Steadiness | null => {
  if (!isObject(value)) return null;
  const { p10, p50, p90, fall, n } = value;
  return [p10, p50, p90, fall, n].every((of) => typeof of === 'number') ? (value as unknown as Steadiness) : null; // all five are numbers
};

/** The hold of an entry's facts, or null where they are none. */
export const holdOf = (facts: Json): Hold | null => {
  if (!isObject(facts)) return null;
  const { radio, source, time, taken, fresh, refresh, of } = facts;
  if (!isRadioKind(radio) || (source !== 'typed' && source !== 'pasted' && source !== 'modem')) return null;
  if (typeof time !== 'number' || typeof taken !== 'number' || typeof fresh !== 'number' || !isObject(of)) return null;
  const named = Object.entries(of).flatMap(([name, value]) => {
    const figures = figuresOf(value);
    return isSignalName(name) && figures !== null ? [[name, figures] as const] : [];
  });
  return { radio, source, time, taken, fresh, refresh: typeof refresh === 'number' ? refresh : null, of: Object.fromEntries(named) };
};

const label = (name: SignalName): string => readingOf(name)?.label ?? name;
const measureOf = (name: SignalName): 'dBm' | 'dB' | 'step' => (name === 'signal.bars' ? 'step' : isLevelName(name) ? 'dBm' : 'dB');

/** What a reading is held against; bars by percent of the top of five. */
const passOf = (house: House, radio: RadioKind, name: SignalName): Pass | null =>
  name === 'signal.bars'
    ? { proven: (house.steps.proven / 100) * 5, marginal: (house.steps.marginal / 100) * 5 }
    : (house.signal[radio]?.[name] ?? null);

type Judged = { readonly name: SignalName; readonly value: number; readonly pass: Pass; readonly figures: Steadiness };

const judgedFigures = (hold: Hold, house: House): { level: Judged | null; quality: readonly Judged[]; asksQuality: boolean } => {
  const judge = (name: SignalName): Judged[] => {
    const [figures, pass] = [hold.of[name], passOf(house, hold.radio, name)];
    return figures === undefined || pass === null ? [] : [{ name, value: isLevelName(name) ? figures.p10 : figures.p50, pass, figures }];
  };
  return {
    level: levelNames.flatMap(judge)[0] ?? null,
    quality: qualityNames.flatMap(judge),
    asksQuality: qualityNames.some((name) => house.signal[hold.radio]?.[name] !== undefined),
  };
};

const grade = ({ value, pass }: Judged): 'proven' | 'marginal' | 'failed' =>
  value >= pass.proven ? 'proven' : value >= pass.marginal ? 'marginal' : 'failed';

/** How long a hold would have to be for enough fresh readings, in ms, rounded up to ten seconds. */
const longer = ({ refresh, time, fresh }: Hold, house: House): number => {
  const each = refresh ?? (fresh > 0 ? time / fresh : 1000);
  return Math.max(house.hold.time, Math.ceil((each * house.hold.fresh) / 10_000) * 10_000);
};

/** Judges a hold. `calledAtRest`: a call came over this path during it, which is what a device with steps only has to show. */
export const judgeHold = (hold: Hold, house: House, calledAtRest: boolean): HoldVerdict => {
  const { level, quality, asksQuality } = judgedFigures(hold, house);
  const worked = workedHold(hold, house, level, quality);
  if (level === null)
    return {
      is: 'marginal',
      because: [reason('hold-no-level', { radio: hold.radio })],
      next: reason('next-level', { radio: hold.radio }),
      worked: { ...worked, outside: 'hold-verdict' },
    };
  const figures = [level, ...quality].map((one) => {
    const args = {
      label: label(one.name),
      value: one.value,
      in: measureOf(one.name),
      proven: one.pass.proven,
      marginal: one.pass.marginal,
    };
    return { one, is: grade(one), because: reason(isLevelName(one.name) ? 'hold-level' : 'hold-quality', args) };
  });
  const head = reason('hold', { time: hold.time, radio: hold.radio, fresh: hold.fresh, taken: hold.taken });
  const failed = figures.filter(({ is }) => is === 'failed');
  const said = figures.map(({ because }) => because);
  if (failed.length > 0)
    return {
      is: 'failed',
      because: [head, ...said],
      next: reason('next-move', { level: failed.some(({ one }) => one === level) }),
      worked,
    };
  // By one school a fair level passes, by the others it is moved or wants a reason; by some bars or a colour are enough.
  const fairPasses = schoolOf(house.schools, 'fair')?.id === 'passes';
  const figuresAsked = schoolOf(house.schools, 'level')?.id === 'figures';
  const spread = level.figures.p90 - level.figures.p10;
  const mostSpread = level.name === 'signal.bars' ? house.hold.stepSpread : house.hold.spread;
  const measure = measureOf(level.name);
  const lacks: { because: Reason; next: Reason | null }[] = [
    ...(!fairPasses && figures.some(({ is }) => is === 'marginal')
      ? [{ because: [], next: reason('next-move', { level: grade(level) === 'marginal' }) }]
      : []),
    ...(hold.time < house.hold.time
      ? [
          {
            because: [reason('hold-short', { time: hold.time, asked: house.hold.time })],
            next: reason('next-hold', { time: house.hold.time }),
          },
        ]
      : []),
    ...(hold.fresh < house.hold.fresh
      ? [
          {
            because: [reason('hold-fresh', { fresh: hold.fresh, time: hold.time, refresh: hold.refresh, asked: house.hold.fresh })],
            next: reason('next-hold', { time: longer(hold, house) }),
          },
        ]
      : []),
    ...(spread > mostSpread
      ? [{ because: [reason('hold-spread', { spread, most: mostSpread, in: spreadMeasure(measure) })], next: reason('next-rest', {}) }]
      : []),
    ...(measure !== 'step' && level.figures.fall > house.hold.fall
      ? [{ because: [reason('hold-fall', { fall: level.figures.fall, most: house.hold.fall })], next: reason('next-rest', {}) }]
      : []),
    ...(figuresAsked && measure !== 'step' && asksQuality && quality.length === 0
      ? [{ because: [reason('hold-no-quality', {})], next: reason('next-quality', {}) }]
      : []),
    ...(figuresAsked && measure === 'step' && !calledAtRest
      ? [{ because: [reason('hold-steps', {})], next: reason('next-call-at-rest', {}) }]
      : []),
  ].flatMap(({ because, next }) => (because.length === 0 ? [{ because: head, next }] : because.map((one) => ({ because: one, next }))));
  const [first] = lacks;
  if (first === undefined)
    return { is: 'proven', because: [head, ...said, reason('hold-steady', { spread, in: spreadMeasure(measure) })], next: null, worked };
  return {
    is: 'marginal',
    because: [head, ...said, ...lacks.flatMap(({ because }) => (because === head ? [] : [because]))],
    next: first.next,
    worked,
  };
};

const spreadMeasure = (measure: 'dBm' | 'dB' | 'step'): 'dB' | 'step' => (measure === 'step' ? 'step' : 'dB');

const inSeconds = (ms: number): number => Math.round(ms / 1000);
const signed = (value: number): string => String(value).replace('-', '\u2212');

const workedHold = (hold: Hold, house: House, level: Judged | null, quality: readonly Judged[]): Worked<'hold'> => {
  const ours = { ours: `house rules ${house.id} version ${house.version}` } as const;
  const step = (code: string, formula: string, gives: number, measure: Measure): Worked['steps'][number] => ({
    code,
    formula,
    gives,
    in: measure,
    source: ours,
  });
  const against = (value: number, asked: number): string => (value >= asked ? '\u2265' : '<');
  return {
    sum: 'hold',
    value: level?.value ?? null,
    in: level === null ? null : measureOf(level.name),
    ...(level === null ? {} : { least: level.figures.p10, most: level.figures.p90 }),
    inputs: [
      { name: 'hold-taken', value: hold.taken, in: 'count', origin: 'measured' },
      { name: 'hold-time', value: inSeconds(hold.time) * 1000, in: 'ms', origin: 'measured' },
    ],
    steps: [
      ...(hold.refresh === null
        ? []
        : [step('hold-refresh', 'lower quartile of the times that a figure stood', Math.round(hold.refresh / 100) * 100, 'ms')]),
      step(
        'hold-fresh',
        `${hold.fresh} ${against(hold.fresh, house.hold.fresh)} ${house.hold.fresh} asked, in ${inSeconds(hold.time)} s of ${inSeconds(house.hold.time)} s asked`,
        hold.fresh,
        'count',
      ),
      ...(level === null
        ? []
        : [
            step(
              'hold-level',
              `${label(level.name)} P10 ${against(level.value, level.pass.proven)} ${signed(level.pass.proven)}`,
              level.value,
              measureOf(level.name),
            ),
            step(
              'hold-spread',
              `P90 \u2212 P10 = ${signed(level.figures.p90)} \u2212 (${signed(level.figures.p10)})`,
              level.figures.p90 - level.figures.p10,
              spreadMeasure(measureOf(level.name)),
            ),
            step('hold-fall', `at most ${house.hold.fall} dB`, level.figures.fall, spreadMeasure(measureOf(level.name))),
          ]),
      ...quality.map((one) =>
        step(
          'hold-quality',
          `${label(one.name)} median ${against(one.value, one.pass.proven)} ${signed(one.pass.proven)}`,
          one.value,
          measureOf(one.name),
        ),
      ),
    ],
    assumes: ['hold-nearest-rank', 'hold-place'],
    outside: null,
  };
};

/** The radio kind that a technology is judged as. */
export const radioOf = (technology: string): RadioKind | null => {
  if (isRadioKind(technology)) return technology;
  const word = technology.toLowerCase();
  if (/nb-?iot|nb-s1/.test(word)) return 'NB-IoT';
  if (/lte-?m|cat-?m/.test(word)) return 'LTE-M';
  if (/\bnr\b|5g|ng-ran/.test(word) && !word.includes('e-utra')) return 'NR';
  if (/utran|umts|hspa|wcdma|3g/.test(word) && !word.includes('e-utra')) return 'UMTS';
  if (/e-utra|lte|4g/.test(word)) return 'LTE';
  return /gsm|gprs|edge|2g/.test(word) ? 'GSM' : null;
};
