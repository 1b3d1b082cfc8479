// The answers that come back, reviewed before anything is taken.
import { counted } from '@green-lamp/core/quantity';
import { standing } from '@green-lamp/core/journal';
import { asPlanned } from '@green-lamp/core/lamp';
import { sentence } from '@green-lamp/core/problem';
import { bindingsOf, sheetRows, showValue } from '@green-lamp/core/sheet';
import { readAnswers, takable } from '@green-lamp/core/walk';
import { mask } from '@green-lamp/core/wire';
import { Field } from '../../../../../parts/Field.tsx';
import { Press } from '../../../../../parts/Press.tsx';
import { useDraft } from '../../../../../parts/use-draft.ts';
import { append } from '../../../../../store/append.ts';
import type { Station } from '../../../../../store/use-station.ts';

export const Answers = ({ station }: { station: Station }) => {
  const [text, setText, dropText] = useDraft(`${station.stream} answers`, '', mask);
  const view = asPlanned(station.state);
  const answers = text.trim() === '' ? [] : readAnswers(text, sheetRows(view, bindingsOf(view)), station.rules.profiles);
  const good = takable(answers);
  const take = (): void => {
    void append(
      station.stream,
      good.map(({ key, value, typed }) => ({
        kind: 'setting.set' as const,
        data: { key, value, typed, origin: 'supplied' as const, simulated: false, over: standing(station.state, key)?.pos.id ?? null },
      })),
    ).then(dropText);
  };
  return (
    <section aria-label="Answers" className="mt-6">
      <h3 className="border-b border-rule-2 font-bold">Answers that came back</h3>
      <Field
        label="Paste them"
        many
        mono
        value={text}
        change={setText}
        hint="Lines of ‘name: value’, CSV with a head line, or JSON. Nothing is taken before you press; passwords and PINs are typed on the sheet."
      />
      {answers.length > 0 && (
        <table className="mt-2 w-full text-left">
          <caption className="sr-only">What was understood</caption>
          <thead>
            <tr className="border-b border-rule-2 text-small text-ink-2">
              <th scope="col">Line</th>
              <th scope="col">Name</th>
              <th scope="col">Setting</th>
              <th scope="col">Value</th>
            </tr>
          </thead>
          <tbody>
            {answers.slice(0, 300).map(({ line, name, typed, row, value, problems }) => (
              <tr key={`${line} ${name}`} className="border-b border-rule align-top">
                <td>{line}</td>
                <td className="break-words">{name}</td>
                <td>{row === null ? <strong>matched to nothing</strong> : station.speaker.setting(row.key)}</td>
                <td className="mono break-words">
                  {row !== null && value !== null ? showValue(row.of, value) : typed}
                  {problems.map((one) => (
                    <span key={one.code} className="block font-semibold">
                      {sentence(one)}
                    </span>
                  ))}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {answers.length > 0 && (
        <div className="mt-3">
          <Press why={good.length === 0 ? 'None of these could be understood as a setting.' : null} onPress={take}>
            Take {counted(good.length, 'answer')}
          </Press>
        </div>
      )}
    </section>
  );
};
