// Values that a list stands on, filled in where the list is: a choice at once, a text by its button.
import { counted } from '@green-lamp/core/quantity';
import { useState } from 'react';
import { standing, wanted } from '@green-lamp/core/journal';
import type { Json, SettingKey } from '@green-lamp/core/name';
import { sentence } from '@green-lamp/core/problem';
import { definitionOf, editValue, type Parameter, parseTyped } from '@green-lamp/core/sheet';
import { choicesOf } from '../../../../../parts/choices.ts';
import { Choose, Field } from '../../../../../parts/Field.tsx';
import { append } from '../../../../../store/append.ts';
import { tell } from '../../../../../store/live.ts';
import type { Station } from '../../../../../store/use-station.ts';

const set = (station: Station, key: SettingKey, value: Json): void => {
  append(station.stream, [
    {
      kind: 'setting.set',
      data: { key, value, origin: 'typed', simulated: false, over: standing(station.state, key)?.pos.id ?? null },
    },
  ]).catch(tell);
};

const Here = ({ station, of, settingOf }: { station: Station; of: Parameter; settingOf: SettingKey }) => {
  const now = editValue(of, wanted(station.state, settingOf));
  const [typed, setTyped] = useState<string | null>(null);
  const { form } = of;
  const choices = choicesOf(form);
  if (choices !== null)
    return (
      <Choose
        label={of.label}
        value={now}
        change={(text) => {
          const parsed = parseTyped(of, text);
          if (parsed.ok) set(station, settingOf, parsed.value);
        }}
        of={choices}
        empty="not known"
      />
    );
  const parsed = parseTyped(of, typed ?? now);
  return (
    <form
      className="flex items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (typed === null || !parsed.ok) return;
        set(station, settingOf, parsed.value);
        setTyped(null);
      }}
    >
      <div className="grow">
        <Field
          label={of.label}
          value={typed ?? now}
          change={setTyped}
          problem={parsed.ok ? null : parsed.problems.map((one) => sentence(one)).join(' ')}
        />
      </div>
      {typed !== null && (
        <button type="submit" className="button" aria-label={`Save value: ${of.label}`}>
          Save value
        </button>
      )}
    </form>
  );
};

export const HereValues = ({ station, name, fields }: { station: Station; name: string; fields: readonly SettingKey[] }) => {
  const missing = fields.filter((key) => (wanted(station.state, key) ?? null) === null).length;
  return (
    <details className="no-print">
      <summary className="link flex min-h-11 items-center" aria-label={`Values of ${name}`}>
        {missing === 0 ? 'Its values' : `${counted(missing, 'value is', 'values are')} missing`}
      </summary>
      <div className="grid grid-cols-[repeat(auto-fill,minmax(200px,1fr))] gap-3 pb-3">
        {fields.map((key) => {
          const of = definitionOf(key);
          return of === null ? null : <Here key={key} station={station} of={of} settingOf={key} />;
        })}
      </div>
    </details>
  );
};
