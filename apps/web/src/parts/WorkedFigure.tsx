// How a figure was worked out: what went in, each step with its formula and where it comes from, what was assumed.
import type { Source, Worked } from '@green-lamp/core/problem';
import type { Measure } from '@green-lamp/core/name';
import { showFigure } from '@green-lamp/core/quantity';
import { sumWords } from '@green-lamp/core/sums';

const shown = (value: number | string | null, measure: Measure | null): string =>
  typeof value === 'number' && measure !== null ? showFigure(value, measure) : value === null ? 'none' : String(value);

const sourceWords = (source: Source): string => {
  if ('practice' in source) return 'common practice, no source';
  if ('ours' in source) return `ours: ${source.ours}`;
  return `${source.standard}, ${source.clause}${source.fromMemory ? ' (from memory)' : ''}`;
};

/** `head` is the figure in words; the rest opens under it. */
export const WorkedFigure = ({ worked, head }: { worked: Worked; head: string }) => (
  <details className="border-l-4 border-rule-2 bg-sheet-2 px-4">
    <summary className="flex min-h-11 flex-wrap items-center gap-x-3">
      <span className="font-semibold">{head}</span>
      <span className="link text-note">How it was worked out</span>
    </summary>
    <div className="flex flex-col gap-2 pb-3 text-note">
      <p>
        {worked.inputs.map(({ name, value, in: measure, origin }) => (
          <span key={name} className="mr-4 inline-block">
            {sumWords(name)}: <span className="mono">{shown(value, measure)}</span> <span className="text-ink-2">({origin})</span>
          </span>
        ))}
      </p>
      {worked.outside !== null && <p className="font-semibold">{sumWords(worked.outside)}</p>}
      {worked.steps.length > 0 && (
        <table className="w-full border-collapse text-left">
          <thead>
            <tr className="border-b border-rule-2 text-small text-ink-2">
              <th className="py-1 pr-3 font-semibold">Step</th>
              <th className="pr-3 font-semibold">Formula</th>
              <th className="pr-3 font-semibold">Gives</th>
              <th className="font-semibold">From</th>
            </tr>
          </thead>
          <tbody>
            {worked.steps.map(({ code, formula, gives, in: measure, source }, i) => (
              <tr key={i} className="border-b border-rule align-top">
                <td className="py-1 pr-3">{sumWords(code)}</td>
                <td className="mono pr-3 break-words">{formula}</td>
                <td className="mono pr-3 break-words">{shown(gives, measure)}</td>
                <td className="text-ink-2">{sourceWords(source)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {worked.assumes.length > 0 && (
        <ul className="list-disc pl-5">
          {worked.assumes.map((code) => (
            <li key={code}>{sumWords(code)}</li>
          ))}
        </ul>
      )}
    </div>
  </details>
);
