// One piece of equipment out of the profiles: found by its name or by what the trade calls it; the chosen one stands alone.
import { useState } from 'react';
import { searched, type EquipmentProfile } from './equipment.ts';

type Props = {
  label: string;
  /** What it is called while nothing is chosen. */
  none: string;
  of: readonly EquipmentProfile[];
  find: string;
  chosen: string | null;
  choose: (id: string | null) => void;
};

export const PickEquipment = ({ label, none, of, find, chosen, choose }: Props) => {
  const [opened, setOpened] = useState(false);
  const found = searched(of, find);
  const named = of.find(({ profile }) => profile.id === chosen) ?? null;
  const pick = (id: string | null): void => {
    choose(id);
    setOpened(false);
  };
  return (
    <section aria-label={label} className="border-t border-rule-2 pt-2">
      <div className="flex min-h-11 flex-wrap items-center gap-x-3">
        <h3 className="w-32 font-bold max-sm:w-full">{label}</h3>
        <span className="min-w-32 grow basis-0">{named === null ? <span className="text-ink-2">{none}</span> : named.profile.name}</span>
        {(named !== null || !opened) && find === '' && (
          <button
            type="button"
            className="button"
            aria-expanded={opened}
            aria-label={`${named === null ? 'Choose' : 'Change'}: ${label}`}
            onClick={() => {
              setOpened(!opened);
            }}
          >
            {named === null ? 'Choose' : 'Change'}
          </button>
        )}
        {named !== null && (
          <button
            type="button"
            className="quiet"
            aria-label={`${none}: ${label}`}
            onClick={() => {
              pick(null);
            }}
          >
            Take it out
          </button>
        )}
      </div>
      {(opened || find !== '') && (
        <ul>
          {found.map(({ profile: { id, name, about } }) => (
            <li key={id} className="border-t border-rule">
              <button
                type="button"
                className="pick"
                aria-pressed={id === chosen}
                onClick={() => {
                  pick(id);
                }}
              >
                <span className="block font-bold">{name}</span>
                <span className="block text-note text-ink-2">{about}</span>
              </button>
            </li>
          ))}
          {found.length === 0 && <li className="py-2 text-ink-2">None is called so.</li>}
        </ul>
      )}
    </section>
  );
};
