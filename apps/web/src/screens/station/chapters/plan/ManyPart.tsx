// Many stations like this one: rows are matched, previewed with every finding, and made one by one; it can be stopped.
import { useRef, useState } from 'react';
import { check, checkFleet, type Finding, sayFinding } from '@green-lamp/core/check';
import { stationStream } from '@green-lamp/core/name';
import { sentence } from '@green-lamp/core/problem';
import { type Copy, copyOf, readRows, type Row, strayDifferences, viewOfCopy } from '@green-lamp/core/walk';
import { Field } from '../../../../parts/Field.tsx';
import { Press } from '../../../../parts/Press.tsx';
import { severityWords } from '../../../../parts/severity-words.ts';
import { useDraft } from '../../../../parts/use-draft.ts';
import { append, type Draft } from '../../../../store/append.ts';
import { newId } from '../../../../store/device.ts';
import type { Station } from '../../../../store/use-station.ts';
import { newElementId } from '../../../stations/new-station.ts';

type Previewed = { readonly row: Row; readonly copy: Copy; readonly findings: readonly Finding[]; readonly stray: number };

const preview = (station: Station, text: string): { columns: ReturnType<typeof readRows>; made: Previewed[] } => {
  const columns = readRows(text, station.state);
  const made = columns.rows.map((row): Previewed => {
    const copy = copyOf(station.state, row, newElementId);
    return {
      row,
      copy,
      findings: check(viewOfCopy(copy), { traits: () => null, demo: station.state.station?.demo ?? false, now: station.now }),
      stray: strayDifferences(station.state, copy, row).length,
    };
  });
  return { columns, made };
};

const draftsOf = (station: Station, { name, elements, settings }: Copy): Draft[] => {
  const { house, ...profiles } = station.state.adopted;
  return [
    { kind: 'station.opened', data: { name, demo: false } },
    ...elements.map(({ group, id, label }): Draft => ({ kind: 'element.added', data: { group, id, label } })),
    ...settings.map(
      ({ key, value, typed }): Draft => ({
        kind: 'setting.set',
        data: { key, value, origin: 'imported', simulated: false, over: null, ...(typed === null ? {} : { typed }) },
      }),
    ),
    ...(house === undefined ? [] : [{ kind: 'house.adopted' as const, data: house }]),
    ...(['modem', 'unit'] as const).flatMap((role): Draft[] => {
      const pin = profiles[role];
      return pin === undefined ? [] : [{ kind: 'profile.adopted', data: { role, ...pin } }];
    }),
  ];
};

type Making = { readonly done: number; readonly of: number; readonly is: 'making' | 'stopped' | 'made' };

export const ManyPart = ({ station }: { station: Station }) => {
  const [text, setText, dropText] = useDraft(`${station.stream} many`, '');
  const [making, setMaking] = useState<Making | null>(null);
  const stopped = useRef(false);
  const [shown, setShown] = useState<ReturnType<typeof preview> | null>(null);
  const good = shown?.made.filter(({ row }) => row.problems.length === 0) ?? [];
  const bad = (shown?.made.length ?? 0) - good.length;
  const across = checkFleet(
    good.map(({ copy }) => ({ name: copy.name, settings: Object.fromEntries(copy.settings.map(({ key, value }) => [key, value])) })),
  );
  const unknown = shown?.columns.columns.filter(({ is }) => is === 'unknown' || is === 'secret') ?? [];
  const isStopped = (): boolean => stopped.current;
  const make = async (): Promise<void> => {
    stopped.current = false;
    for (const [i, { copy }] of good.entries()) {
      if (isStopped()) {
        setMaking({ done: i, of: good.length, is: 'stopped' });
        return;
      }
      setMaking({ done: i, of: good.length, is: 'making' });
      await append(stationStream(newId()), draftsOf(station, copy));
    }
    setMaking({ done: good.length, of: good.length, is: 'made' });
    dropText();
    setShown(null);
  };
  const busy = making?.is === 'making';
  return (
    <section aria-label="Many like it">
      <p className="mb-2">
        This station is the model. Each row makes one like it: same elements, settings and rules. Account, card, numbers, codes, names, test
        time, addresses, EUI and claim are empty unless the row fills them; secrets are never copied.
      </p>
      <Field
        label="Rows"
        many
        rows={8}
        mono
        value={text}
        change={(typed) => {
          setText(typed);
          setShown(null);
        }}
        hint="CSV with a head line, or cells out of a spreadsheet. A column ‘station’ names each; other columns are settings by their names: Account it sends, Card number (ICCID), Test call at."
      />
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <Press
          why={text.trim() === '' ? 'Paste rows first.' : busy ? 'It is making them.' : null}
          onPress={() => {
            setShown(preview(station, text));
            setMaking(null);
          }}
        >
          Look at them
        </Press>
        {shown !== null && (
          <Press
            main
            why={
              good.length === 0
                ? 'No row is sound.'
                : shown.columns.problems.length > 0
                  ? 'Name the stations first.'
                  : busy
                    ? 'It is making them.'
                    : null
            }
            onPress={() => void make()}
          >
            Make {good.length === 1 ? 'one station' : `${good.length} stations`}
            {bad > 0 ? `, leave out ${bad}` : ''}
          </Press>
        )}
        {busy && (
          <Press
            onPress={() => {
              stopped.current = true;
            }}
          >
            Stop
          </Press>
        )}
        <p role="status" className="font-semibold">
          {making === null
            ? ''
            : making.is === 'making'
              ? `${making.done} of ${making.of} made…`
              : making.is === 'stopped'
                ? `Stopped: ${making.done} of ${making.of} are made.`
                : `${making.of} stations are made.`}
        </p>
      </div>
      {shown !== null && (
        <>
          {shown.columns.problems.map((one) => (
            <p key={one.path} role="alert" className="mt-2 border-l-4 border-ink pl-2 font-semibold">
              {sentence(one)}
            </p>
          ))}
          {unknown.length > 0 && (
            <p className="mt-2">
              Left out:{' '}
              {unknown
                .map(({ title, is }) => `${title} (${is === 'secret' ? 'a secret is typed on the sheet' : 'no setting has this name'})`)
                .join(', ')}
              .
            </p>
          )}
          {across.map(({ rule, severity, what, todo, value }) => (
            <p key={rule + value} className="mt-2 border-l-4 border-ink pl-2">
              <strong>
                {severityWords[severity]} · {what}
              </strong>{' '}
              {todo}
            </p>
          ))}
          <ul aria-label="What each row makes" className="mt-3">
            {shown.made.slice(0, 300).map(({ row, copy, findings, stray }) => (
              <li key={row.line} className="border-b border-rule py-1">
                <span className="mono mr-2 text-note text-ink-2">{row.line}</span>
                <strong>{row.name === '' ? 'no name' : row.name}</strong>: {copy.settings.length} settings, {copy.empty.length} still to be
                filled in
                {stray > 0 && <strong>, {stray} differ from the model that should not</strong>}
                {row.problems.map((one) => (
                  <span key={one.path} className="block font-semibold">
                    Left out: {sentence(one)}
                  </span>
                ))}
                {findings.map((finding) => (
                  <span key={finding.id} className="block text-note">
                    {severityWords[finding.severity]} · {sayFinding(finding).what}
                  </span>
                ))}
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
};
