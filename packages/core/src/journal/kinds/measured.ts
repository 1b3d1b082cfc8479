// What was measured or read: a capture of what a device answered, one reading, a hold with its samples.
import { isElementId, isLampName, isMeasure, isOrigin, isSha256, type Json } from '../../name/index.ts';
import {
  dictionary,
  fields,
  flag,
  json,
  known,
  listOf,
  number,
  oneOf,
  orNull,
  type Shape,
  text,
  whole,
  words,
} from '../../problem/index.ts';
import { isRadioKind } from '../../house/index.ts';
import { isInstant } from '../../quantity/index.ts';
import { type By, kinds, readingOf, retiredReadings } from '../../evidence/index.ts';
import { holdFigures, isSignalName, type Sample } from '../../sums/index.ts';
import type { Entry } from '../entry.ts';
import { kind, upgrade } from '../kind.ts';
import { attended } from '../state/attended.ts';
import { withEvidence } from '../state/evidence.ts';

const path = orNull(known(isElementId, 'a path'));

/** Who says so, as plain JSON. */
const whoOf = ({ who }: Entry): Json => ({ ...who });

/** The masked text itself lies outside, by the hash in the entry's `blobs`. */
export const captureKept = kind(
  'capture.kept',
  1,
  fields({ path, about: words(80), lines: whole(0, 300_000), found: whole(0, 300_000), missed: whole(0, 300_000), simulated: flag }),
  (state) => state,
);

/** The moments at which a device's own file is kept. */
export const fileMoments = ['as found', 'before', 'after'] as const;

/** A device's own file of settings. Its text, masked, lies outside by the hash in `blobs`; of a file that is no text only these facts are kept. */
export const fileKept = kind(
  'file.kept',
  1,
  fields({
    when: oneOf(fileMoments),
    name: words(160),
    bytes: whole(0, 100_000_000),
    sha256: known(isSha256, 'a SHA-256'),
    element: orNull(known(isElementId, 'an element')),
    serial: text(60),
  }),
  (state, { when, element, ...data }, { pos, entry }) => ({
    ...state,
    files: {
      ...state.files,
      [`${when}|${element ?? ''}`]: { when, element, ...data, text: entry.blobs?.[0] ?? null, pos, who: entry.who },
    },
  }),
);

const first = {
  lamp: known(isLampName, 'a lamp'),
  path,
  what: words(40),
  value: json,
  in: orNull(known(isMeasure, 'a measure')),
  from: known(isInstant, 'an instant'),
  to: known(isInstant, 'an instant'),
  simulated: flag,
};
const second = fields({ ...first, origin: known(isOrigin, 'an origin') });
const readingShape = fields({
  ...first,
  /** The item that hangs on the unit, where the reading is of one. */
  item: orNull(known(isElementId, 'an item')),
  by: oneOf(['device', 'measured', 'word']),
  /** A card's number that was typed whole while the sheet's was hidden. */
  blind: flag,
});

/** How a reading was known by its earlier form: what was read has the device behind it, a typed figure was measured, a press is a word. */
const knownBy = ({ what, origin }: { what: string; origin: string }): Exclude<By, 'frame'> =>
  origin === 'read' ? 'device' : readingOf(what)?.form.is === 'number' ? 'measured' : 'word';

/** Version 1 did not say where a reading came from: a person typed or pressed every one of them. Version 2 did not say whose knowledge it is. */
export const readingTaken = kind(
  'reading.taken',
  3,
  readingShape,
  (state, data, { entry, pos, skew }) =>
    retiredReadings.includes(data.what)
      ? state
      : withEvidence(attended(state, pos), {
          entry: entry.id,
          what: 'reading',
          grade: readingOf(data.what)?.grade ?? null,
          bears: [{ lamp: data.lamp, path: data.path }],
          ord: pos.ord,
          from: Math.min(data.from + skew, pos.ord),
          to: Math.min(data.to + skew, pos.ord),
          outcome: 'good',
          by: data.by,
          simulated: data.simulated,
          facts: {
            what: data.what,
            value: data.value,
            in: data.in,
            item: data.item,
            blind: data.blind,
            who: whoOf(entry),
          },
          kindOf: `${data.what}${data.item === null ? '' : ` ${data.item}`}${data.blind ? ' blind' : ''}`,
          receiver: null,
        }),
  [
    upgrade(fields(first), (data) => ({ ...data, origin: 'typed' })),
    upgrade(second, ({ origin, ...data }) => ({ ...data, item: null, by: knownBy({ what: data.what, origin }), blind: false })),
  ],
);

const sample: Shape<Sample> = fields({
  at: whole(0, 86_400_000),
  values: dictionary(isSignalName, 'a reading of the radio', number(-200, 200)),
});

const holdShape = fields({
  path: known(isElementId, 'a path'),
  from: known(isInstant, 'an instant'),
  to: known(isInstant, 'an instant'),
  radio: known(isRadioKind, 'a kind of radio'),
  /** Typed by a person who read each one; pasted, or from the modem: these may repeat an old figure. */
  source: oneOf(['typed', 'pasted', 'modem']),
  samples: listOf(sample, 600),
  simulated: flag,
});

export const holdRun = kind('hold.run', 1, holdShape, (state, data, { entry, pos, skew }) => {
  const { taken, fresh, refresh, of } = holdFigures(data.samples, data.source !== 'typed');
  return withEvidence(attended(state, pos), {
    entry: entry.id,
    what: kinds.hold.what,
    grade: kinds.hold.grade,
    bears: [{ lamp: 'Signal', path: data.path }],
    ord: pos.ord,
    from: Math.min(data.from + skew, pos.ord),
    to: Math.min(data.to + skew, pos.ord),
    outcome: 'good',
    by: data.source === 'modem' ? 'device' : 'measured',
    simulated: data.simulated,
    facts: { what: 'hold', radio: data.radio, source: data.source, time: Math.max(0, data.to - data.from), taken, fresh, refresh, of },
    kindOf: `hold ${data.radio}`,
    receiver: null,
  });
});
