// Rows of a table as stations that are made as the form says: each row by itself, looked at before anything is opened.
import { counted } from '@green-lamp/core/quantity';
import { useRef, useState } from 'react';
import { type SettingKey, stationStream } from '@green-lamp/core/name';
import { stateOfSheet } from '@green-lamp/core/journal';
import { sentence } from '@green-lamp/core/problem';
import { cellsCsv, copyOf, type Outfit, readRows, type Sheetful } from '@green-lamp/core/walk';
import { append, type Draft } from '../../../store/append.ts';
import { newId } from '../../../store/device.ts';
import { newElementId } from '../../../store/element-id.ts';
import { tell } from '../../../store/live.ts';
import { opened } from '../../../store/opened.ts';
import { readCells } from '../../../store/spreadsheet.ts';
import type { EquipmentProfile } from './equipment.ts';

type Props = { outfit: Outfit; equipment: readonly EquipmentProfile[] };

const modelOf = ({ elements, known }: Outfit) =>
  stateOfSheet({
    format: '',
    version: 1,
    station: '',
    elements,
    settings: Object.fromEntries(known.map(({ key, value }) => [key, value])),
    secrets: [],
  });

const textOf = (file: File): Promise<string> => (/\.xlsx$/i.test(file.name) ? readCells(file).then(cellsCsv) : opened(file, 'table'));

export const RowsFile = ({ outfit, equipment }: Props) => {
  const [read, setRead] = useState<{ readonly file: string; readonly of: Sheetful } | null>(null);
  const [done, setDone] = useState<number | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const good = read?.of.rows.filter(({ problems }) => problems.length === 0) ?? [];
  const bad = read?.of.rows.flatMap(({ problems }) => problems) ?? [];
  const unknown = read?.of.columns.filter(({ is }) => is === 'unknown' || is === 'secret').map(({ title }) => title) ?? [];
  const make = async (): Promise<void> => {
    const model = modelOf(outfit);
    for (const [i, row] of good.entries()) {
      setDone(i);
      const { name, elements, settings } = copyOf(model, row, newElementId);
      await append(stationStream(newId()), [
        { kind: 'station.opened', data: { name: name.slice(0, 80), demo: false } },
        ...elements.map(({ group, id, label }): Draft => ({ kind: 'element.added', data: { group, id, label } })),
        ...equipment.map(({ pin, profile }): Draft => ({ kind: 'profile.adopted', data: { role: profile.role, ...pin } })),
        ...settings.map(
          ({ key, value, typed }: { key: SettingKey; value: (typeof settings)[number]['value']; typed: string | null }): Draft => ({
            kind: 'setting.set',
            data: {
              key,
              value,
              origin: typed === null ? 'default' : 'imported',
              simulated: false,
              over: null,
              ...(typed === null ? {} : { typed }),
            },
          }),
        ),
      ]);
    }
    setDone(null);
    setRead(null);
  };
  return (
    <div>
      <input
        ref={input}
        type="file"
        accept=".csv,.txt,.xlsx"
        className="hidden"
        aria-label="Rows file"
        onChange={({ target }) => {
          const [file] = target.files ?? [];
          target.value = '';
          if (file === undefined) return;
          textOf(file)
            .then((text) => {
              setRead({ file: file.name, of: readRows(text, modelOf(outfit)) });
            })
            .catch(tell);
        }}
      />
      <button
        type="button"
        className="quiet"
        onClick={() => {
          input.current?.click();
        }}
      >
        Many at once, from rows
      </button>
      {read !== null && (
        <div role="status" className="border-l-4 border-rule-2 pl-3">
          <p>
            <strong>{read.file}:</strong> {counted(good.length, 'row becomes a station', 'rows become stations')} made so.
            {unknown.length > 0 && ` Not taken: ${unknown.join(', ')}.`}
          </p>
          <ul>
            {[...read.of.problems, ...bad].slice(0, 12).map((one) => (
              <li key={sentence(one)} className="font-semibold">
                {sentence(one)}
              </li>
            ))}
          </ul>
          {good.length > 0 && (
            <button
              type="button"
              className="button"
              onClick={() => {
                if (done === null) make().catch(tell);
              }}
            >
              {done === null ? `Open ${counted(good.length, 'station')}` : `${done} of ${good.length} opened`}
            </button>
          )}
        </div>
      )}
    </div>
  );
};
