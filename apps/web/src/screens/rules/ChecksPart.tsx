// The catalogue: every check, what it looks for, where it comes from, and what covers each trap.
import { useState } from 'react';
import { fleetRules, rules, trapCovers, trapWords } from '@green-lamp/core/check';
import { isLampName, lampNames, lampWords } from '@green-lamp/core/name';
import type { Source } from '@green-lamp/core/problem';
import { severityWords } from '../../parts/severity-words.ts';
import { Choose, Field } from '../../parts/Field.tsx';
import { Empty } from '../../parts/State.tsx';

const sourceWords = (source: Source): string => {
  if ('practice' in source) return 'common practice, no source';
  if ('ours' in source) return `ours: ${source.ours}`;
  return `${source.standard}, ${source.clause}${source.fromMemory ? ' (from memory)' : ''}`;
};

const all = [
  ...rules.map(({ id, lamp, worst, looksFor, source, traps }) => ({ id, lamp: lamp, severity: worst, looksFor, source, traps })),
  ...fleetRules.map(({ id, severity, looksFor, source, traps }) => ({ id, lamp: 'across stations', severity, looksFor, source, traps })),
];

/** The traps behind their numbers, as sentences. */
const trapsOf = (traps: readonly number[]): string => traps.flatMap((trap) => trapWords[trap - 1] ?? []).join(' ');

export const ChecksPart = () => {
  const [find, setFind] = useState('');
  const [lamp, setLamp] = useState('');
  const words = find
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '');
  const shown = all.filter(
    (one) =>
      (lamp === '' || one.lamp === lamp) &&
      words.every((word) => `${one.id} ${one.looksFor} ${sourceWords(one.source)} ${trapsOf(one.traps)}`.toLowerCase().includes(word)),
  );
  const covers = trapCovers();
  const waiting = covers.filter(({ waitsFor }) => waitsFor !== null);
  return (
    <section aria-label="Checks">
      <p className="mb-3 text-note text-ink-2">
        {all.length} checks. {covers.length - waiting.length} of {covers.length} traps of the trade are covered;{' '}
        {waiting.length === 0 ? '' : `${waiting.length} wait for a chapter that is not built yet; they are listed below.`}
      </p>
      <search aria-label="Look for checks" className="mb-3 flex flex-wrap items-end gap-3">
        <div className="min-w-52 grow basis-52">
          <Field label="Find" value={find} change={setFind} />
        </div>
        <Choose
          label="Bears on"
          value={lamp}
          change={(value) => {
            setLamp(isLampName(value) || value === 'across stations' ? value : '');
          }}
          of={[
            ...lampNames.map((value) => ({ value: value, label: lampWords[value] })),
            { value: 'across stations', label: 'across stations' },
          ]}
          empty="any lamp"
        />
        <p role="status" className="min-h-11 content-center text-note text-ink-2">
          {shown.length} of {all.length}
        </p>
      </search>
      {shown.length === 0 && <Empty>No check is like that.</Empty>}
      <ul>
        {shown.map(({ id, lamp: of, severity, looksFor, source, traps }) => (
          <li key={id} className="border-b border-rule py-2">
            <p>
              <strong>{severityWords[severity]}</strong> · {looksFor}
            </p>
            <p className="text-note text-ink-2">
              {of} · <span className="mono">{id}</span> · {sourceWords(source)}
            </p>
            {traps.length > 0 && <p className="text-note text-ink-2">Catches: {trapsOf(traps)}</p>}
          </li>
        ))}
      </ul>
      <h2 className="mt-6 border-b border-rule-2 font-bold">Traps, and what covers them</h2>
      <ul className="columns-1 gap-8 text-note lg:columns-2">
        {covers.map(({ trap, says, rules: by, by: elsewhere, waitsFor }) => (
          <li key={trap} className="break-inside-avoid border-b border-rule py-1">
            <strong>{says}</strong>
            <span className="block text-small text-ink-2">
              {by.length > 0 ? <span className="mono break-words">{by.join(', ')}</span> : (elsewhere ?? `waits for: ${waitsFor ?? ''}`)}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
};
