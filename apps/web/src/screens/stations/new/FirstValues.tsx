// What has to be known before the first call: each value once, by who has it; and what is known already, with its reason.
import { counted } from '@green-lamp/core/quantity';
import { groupedBy, type SettingKey } from '@green-lamp/core/name';
import { definitionOf, editValue, parseTyped, secretFault, showValue, type SheetRow } from '@green-lamp/core/sheet';
import { sentence } from '@green-lamp/core/problem';
import { type FirstCall, type Outfit, sourceWords } from '@green-lamp/core/walk';
import { choicesOf } from '../../../parts/choices.ts';
import { Choose, Field } from '../../../parts/Field.tsx';
import { whose } from '../../../parts/supplier-words.ts';
import type { Typed } from './open-station.ts';

type Props = {
  call: FirstCall;
  outfit: Outfit;
  typed: Typed;
  secrets: Typed;
  type: (key: SettingKey, text: string) => void;
  hide: (key: SettingKey, plain: string) => void;
};

const nameOf = ({ of, element }: SheetRow, outfit: Outfit): string => {
  const alike = outfit.elements.filter(({ group }) => group === element?.group);
  return element === null || alike.length < 2 ? of.label : `${of.label}, ${element.label}`;
};

const Value = ({ row, outfit, typed, secrets, type, hide }: { row: SheetRow } & Omit<Props, 'call'>) => {
  const { of, key } = row;
  const { form } = of;
  const label = nameOf(row, outfit);
  if (form.is === 'secret') {
    const plain = secrets[key] ?? '';
    return (
      <Field
        label={label}
        value={plain}
        change={(text) => {
          hide(key, text);
        }}
        secret
        problem={plain === '' ? null : secretFault(form, plain)}
        hint={`${of.why} It is sealed; a reload forgets it.`}
      />
    );
  }
  const value = typed[key] ?? '';
  const change = (text: string): void => {
    type(key, text);
  };
  const choices = choicesOf(form);
  if (choices !== null) return <Choose label={label} value={value} change={change} of={choices} empty="not known yet" hint={of.why} />;
  const parsed = parseTyped(of, value);
  return (
    <Field
      label={label}
      value={value}
      change={change}
      mono
      keyboard={form.is === 'count' ? 'numeric' : 'text'}
      problem={parsed.ok ? null : parsed.problems.map((one) => sentence(one)).join(' ')}
      hint={of.why}
    />
  );
};

const Known = ({ outfit, typed, type }: Pick<Props, 'outfit' | 'typed' | 'type'>) => {
  const rows = outfit.known.flatMap(({ key, value, by }) => {
    const of = definitionOf(key);
    return of === null || of.form.is === 'element' || key in typed ? [] : [{ key, value, by, of }];
  });
  const at = (key: SettingKey): string => {
    const element = outfit.elements.find(({ id }) => key.includes(`:${id}.`));
    return element === undefined ? '' : `${element.label}: `;
  };
  return (
    <details className="mt-4 border-t border-rule-2 pt-2">
      <summary className="link flex min-h-11 items-center">{counted(rows.length, 'value is', 'values are')} filled in already</summary>
      <table className="w-full text-left text-note">
        <thead>
          <tr className="border-b border-rule-2 text-small text-ink-2">
            <th scope="col">Setting</th>
            <th scope="col">Value</th>
            <th scope="col">Known</th>
            <th scope="col">
              <span className="sr-only">Change</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ key, value, by, of }) => (
            <tr key={key} className="border-b border-rule align-top">
              <td>
                {at(key)}
                {of.label}
              </td>
              <td className="mono break-words">{showValue(of, value)}</td>
              <td>{sourceWords[by]}</td>
              <td>
                <button
                  type="button"
                  className="quiet"
                  aria-label={`Change: ${at(key)}${of.label}`}
                  onClick={() => {
                    type(key, editValue(of, value));
                  }}
                >
                  Change
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
};

export const FirstValues = (props: Props) => {
  const { call, outfit, typed, secrets } = props;
  const changed = outfit.known.flatMap(({ key }): SheetRow[] => {
    const of = definitionOf(key);
    const element = outfit.elements.find(({ id }) => key.includes(`:${id}.`)) ?? null;
    return of === null || !(key in typed) || call.rows.some((row) => row.key === key) ? [] : [{ key, of, element }];
  });
  const shown = [...call.rows.filter((row) => row.key in typed || row.key in secrets || call.open.includes(row)), ...changed];
  return (
    <section aria-label="For its first call">
      <h2 className="font-bold">For its first call</h2>
      <p className="mb-3 text-ink-2">What is left empty is on the station’s ask list. Everything else can wait.</p>
      {[...groupedBy(shown, ({ of }) => of.supplier)].map(([supplier, rows]) => (
        <fieldset key={supplier} className="mb-4">
          <legend className="mb-1 w-full border-b border-rule-2 font-bold">{whose[supplier]}</legend>
          <div className="flex flex-col gap-3">
            {rows.map((row) => (
              <Value key={row.key} {...props} row={row} />
            ))}
          </div>
        </fieldset>
      ))}
      <Known {...props} />
    </section>
  );
};
