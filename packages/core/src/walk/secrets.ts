// Who knows which secret of a station, since when it stands, and so what is to be changed after somebody has left.
import { isSettingKey, type SettingKey, type Ulid } from '../name/index.ts';
import { speakerOf, type State } from '../journal/index.ts';
import { instant } from '../quantity/index.ts';
import { isSecret } from '../sheet/index.ts';

export type Knows = { readonly person: string; readonly at: number; readonly by: 'entered' | 'seen' };
export type HeldSecret = {
  readonly key: SettingKey;
  /** The setting by its label and element. */
  readonly what: string;
  readonly ref: Ulid;
  /** Since when this value stands, ms since 1970. */
  readonly since: number;
  /** Whoever entered it, and whoever had it shown; a new value begins with nobody but its writer. */
  readonly knows: readonly Knows[];
};

/** Every secret that stands on a station's sheet, oldest first. */
export const heldSecrets = (state: State): HeldSecret[] => {
  const speaker = speakerOf(state, () => null, instant(0), 'UTC');
  return Object.entries(state.settings)
    .flatMap(([key, leaves]): HeldSecret[] => {
      const leaf = leaves.at(-1);
      if (!isSettingKey(key) || leaf === undefined || !isSecret(leaf.value)) return [];
      const ref = leaf.value.secret;
      const writer: Knows[] = 'person' in leaf.who ? [{ person: leaf.who.person, at: leaf.pos.ord, by: 'entered' }] : [];
      const seen = Object.entries(state.seen[ref] ?? {}).map(([person, at]): Knows => ({ person, at, by: 'seen' }));
      const knows = [...writer, ...seen.filter(({ person }) => !writer.some((one) => one.person === person))];
      return [{ key, what: speaker.setting(key), ref, since: leaf.pos.ord, knows }];
    })
    .sort((a, b) => a.since - b.since);
};
