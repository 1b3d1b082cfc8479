// Everything that happened to one setting, newest first. An earlier value is put back by a new entry that names the one it undoes.
import { type DataOf, readData, sayEntry, standing, wanted } from '@green-lamp/core/journal';
import type { SettingKey } from '@green-lamp/core/name';
import { append } from '../../../../store/append.ts';
import type { Station } from '../../../../store/use-station.ts';

type Moment = {
  readonly id: string;
  readonly says: string;
  readonly who: string;
  readonly when: string;
  readonly set: DataOf<'setting.set'> | null;
};

const momentsOf = (station: Station, key: SettingKey): Moment[] =>
  station.entries
    .flatMap(({ entry, pos }): Moment[] => {
      if (entry.kind !== 'setting.set' && entry.kind !== 'setting.staged') return [];
      const read = readData(entry);
      if (!read.ok || read.value === null) return [];
      const known = read.value;
      const mine =
        known.kind === 'setting.set'
          ? known.data.key === key
          : known.kind === 'setting.staged' && known.data.of.some((one) => one.key === key);
      const set = known.kind === 'setting.set' ? known.data : null;
      return mine
        ? [
            {
              id: entry.id,
              says: sayEntry(entry, station.speaker),
              who: station.speaker.who(entry.who),
              when: station.speaker.when(pos.ord),
              set,
            },
          ]
        : [];
    })
    .reverse();

export const History = ({ station, of }: { station: Station; of: SettingKey }) => {
  const moments = momentsOf(station, of);
  if (moments.length === 0) return null;
  const now = standing(station.state, of)?.pos.id;
  return (
    <details>
      <summary className="link flex min-h-11 items-center">What happened to it ({moments.length})</summary>
      <ol aria-label="What happened to it" className="max-h-64 overflow-y-auto" tabIndex={0}>
        {moments.slice(0, 60).map(({ id, says, who, when, set }) => (
          <li key={id} className="flex flex-wrap items-center gap-3 border-b border-rule py-1 text-note">
            <span className="grow basis-52">
              {when}, {who}: {says}
            </span>
            {set !== null && id !== now && (
              <button
                type="button"
                className="button"
                onClick={() => {
                  const undone = standing(station.state, of)?.pos.id;
                  const data = { key: of, value: set.value, origin: set.origin, simulated: set.simulated, over: undone ?? null };
                  void append(station.stream, [{ kind: 'setting.set', data, ...(undone === undefined ? {} : { re: [undone] }) }]);
                }}
              >
                Put it back
              </button>
            )}
          </li>
        ))}
      </ol>
      {wanted(station.state, of) === undefined && <p className="text-note text-ink-2">Nothing is wanted there now.</p>}
    </details>
  );
};
