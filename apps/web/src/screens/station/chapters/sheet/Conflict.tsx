// A setting that two people set without seeing each other: the later stands until somebody settles it.
import { isUlid, type SettingKey } from '@green-lamp/core/name';
import { conflictOf } from '@green-lamp/core/journal';
import { type Parameter, showValue } from '@green-lamp/core/sheet';
import { Press } from '../../../../parts/Press.tsx';
import { append } from '../../../../store/append.ts';
import type { Station } from '../../../../store/use-station.ts';

export const Conflict = ({ station, of, settingOf }: { station: Station; of: Parameter; settingOf: SettingKey }) => {
  const leaves = conflictOf(station.state, settingOf);
  const last = leaves.at(-1);
  if (last === undefined) return null;
  return (
    <div className="border-2 border-ink bg-sheet-2 px-3 py-2">
      <p className="mb-2">
        <strong>Set by two without seeing each other.</strong> The later stands until you settle it.
      </p>
      <div className="flex flex-wrap gap-3">
        {leaves.map((leaf) => (
          <Press
            key={leaf.pos.id}
            onPress={() =>
              void append(station.stream, [
                {
                  kind: 'setting.set',
                  data: { key: settingOf, value: leaf.value, origin: leaf.origin, simulated: leaf.simulated, over: last.pos.id },
                  re: leaves.map(({ pos }) => pos.id).filter((id) => isUlid(id) && id !== last.pos.id),
                },
              ])
            }
          >
            Keep {showValue(of, leaf.value, station.speaker.element as (id: string) => string)}, {station.speaker.who(leaf.who)}{' '}
            {station.speaker.when(leaf.pos.ord)}
          </Press>
        ))}
      </div>
    </div>
  );
};
