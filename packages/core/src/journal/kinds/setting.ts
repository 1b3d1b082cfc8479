import { isOrigin, isSettingKey, isStageOnDevice, isUlid, type Json, type SettingKey } from '../../name/index.ts';
import { fields, flag, json, known, listOf, optional, orNull, type Parsed, type Shape, text } from '../../problem/index.ts';
import { isInstant } from '../../quantity/index.ts';
import { definitionOf, parseValue } from '../../sheet/index.ts';
import { kind } from '../kind.ts';
import { attended } from '../state/attended.ts';
import { withStaging } from '../state/device.ts';
import { put } from '../state/owned.ts';
import { withLeaf } from '../state/settings.ts';

const key = known(isSettingKey, 'a setting’s key');

/** Judges `value` by the definition of `key` after the fields themselves are sound. */
const judged =
  <T extends { key: SettingKey; value: Json }>(shape: Shape<T>): Shape<T> =>
  (value, path): Parsed<T> => {
    const parsed = shape(value, path);
    if (!parsed.ok) return parsed;
    const inner = parseValue(definitionOf(parsed.value.key), parsed.value.value, path === '' ? 'value' : `${path}.value`);
    return inner.ok ? parsed : inner;
  };

export const settingSet = kind(
  'setting.set',
  1,
  judged(
    fields({
      key,
      value: json,
      typed: optional(text(1000)),
      origin: known(isOrigin, 'an origin'),
      simulated: flag,
      over: orNull(known(isUlid, 'a ULID')),
    }),
  ),
  (state, { key: of, value, typed, origin, simulated, over }, { entry, pos }) =>
    withLeaf(state, of, { pos, value, typed: typed ?? null, origin, simulated, who: entry.who }, [
      ...(over === null ? [] : [over]),
      ...(entry.re ?? []),
    ]),
);

/** What is wanted of a setting is for the time being only, and what it has to end with. */
export const settingTemporary = kind(
  'setting.temporary',
  1,
  (value: unknown, path: string): Parsed<{ key: SettingKey; ends: Json; words: string }> => {
    const parsed = fields({ key, ends: json, words: text(200) })(value, path);
    if (!parsed.ok) return parsed;
    const inner = parseValue(definitionOf(parsed.value.key), parsed.value.ends, path === '' ? 'ends' : `${path}.ends`);
    return inner.ok ? parsed : inner;
  },
  (state, { key: of, ends, words }, { entry, pos }) => ({
    ...state,
    temporary: put(state.temporary, of, { ends, words, pos, who: entry.who }),
  }),
);

export const settingStaged = kind(
  'setting.staged',
  1,
  fields({
    stage: known(isStageOnDevice, 'a stage on the device'),
    asOf: known(isInstant, 'an instant'),
    of: listOf(judged(fields({ key, set: orNull(known(isUlid, 'a ULID')), value: json })), 300),
  }),
  (state, { stage, asOf, of }, { entry, pos, skew }) =>
    of.reduce((was, item) => {
      const now = withStaging(was, item.key, { stage, value: item.value, asOf: asOf + skew, pos, who: entry.who });
      return now.changed === was.changed || definitionOf(item.key)?.enteredOn === 'desk' ? now : attended(now, pos);
    }, state),
);
