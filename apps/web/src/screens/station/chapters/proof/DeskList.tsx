// The desk's list of zones: pasted or from a file, held against the sheet line by line; what the desk has is written beside what we have, and ours goes out in its columns.
import { useRef, useState } from 'react';
import { standing } from '@green-lamp/core/journal';
import { type SettingKey, settingKey } from '@green-lamp/core/name';
import { counted } from '@green-lamp/core/quantity';
import {
  compareList,
  type ListColumns,
  listCells,
  listColumns,
  listInTheirs,
  type ListSaid,
  readList,
  zonedOf,
} from '@green-lamp/core/walk';
import { Choose, Field } from '../../../../parts/Field.tsx';
import { Empty } from '../../../../parts/State.tsx';
import { append, type Draft } from '../../../../store/append.ts';
import { tell } from '../../../../store/live.ts';
import { opened } from '../../../../store/opened.ts';
import type { Station } from '../../../../store/use-station.ts';
import { handOut } from '../handover/journal-file.ts';

const words: { readonly [I in ListSaid['is']]: string } = {
  same: 'the same',
  'other words': 'other words: whoever is called reads out theirs',
  'only theirs': 'only at the desk: nothing here has that zone',
  'only ours': 'only here: the desk knows no such zone',
  twice: 'twice: nobody knows which is meant',
};

const Row = ({ said: { zone, theirs, ours, is } }: { said: ListSaid }) => (
  <tr className="border-b border-rule align-top">
    <th scope="row" className="mono py-1 pr-4 text-left font-normal">
      {zone}
    </th>
    <td className="py-1 pr-4 wrap-anywhere">{theirs ?? 'nothing'}</td>
    <td className="py-1 pr-4 wrap-anywhere">{ours?.name ?? 'nothing'}</td>
    <td className={`py-1 ${is === 'same' ? '' : 'font-semibold'}`}>{words[is]}</td>
  </tr>
);

/** What the desk has, as it goes on the sheet: its words and its number, beside ours. */
const draftsOf = (station: Station, said: readonly ListSaid[]): Draft[] =>
  said.flatMap(({ zone, theirs, ours, is }) => {
    if (theirs === null || ours === null || is === 'twice') return [];
    const set = (key: SettingKey, value: string | number): Draft[] => {
      const there = standing(station.state, key);
      if (there?.value === value) return [];
      return [{ kind: 'setting.set', data: { key, value, origin: 'imported', simulated: false, over: there?.pos.id ?? null } }];
    };
    return [
      ...set(settingKey(ours.group, ours.id, 'deskName'), theirs.slice(0, 40)),
      ...set(settingKey(ours.group, ours.id, 'deskZone'), Number(zone)),
    ];
  });

export const DeskListPart = ({ station }: { station: Station }) => {
  const [text, setText] = useState('');
  const [by, setBy] = useState<{ zone: string; text: string; head: string }>({ zone: '', text: '', head: 'no' });
  const input = useRef<HTMLInputElement>(null);
  const zoned = zonedOf(station.state);
  const found = text.trim() === '' ? null : listColumns(text);
  const chosen: ListColumns | null =
    found ?? (by.zone === '' || by.text === '' ? null : { head: by.head === 'yes', zone: Number(by.zone), text: Number(by.text) });
  const read = chosen === null ? null : readList(text, chosen);
  const said = read === null ? [] : compareList(zoned, read.lines);
  const drafts = draftsOf(station, said);
  const columns = (listCells(text, 1)[0] ?? []).map((cell, i) => ({ value: String(i), label: `${i + 1}: ${cell.slice(0, 30)}` }));
  const differ = said.filter(({ is }) => is !== 'same').length;
  return (
    <section aria-label="The desk’s list of zones" className="flex flex-col gap-3">
      <p>Ask the desk for its list of zones and texts of this account, and paste it: commas, semicolons or tabs between.</p>
      <input
        ref={input}
        type="file"
        accept=".csv,.txt,text/csv,text/plain"
        className="sr-only"
        aria-label="File of the desk’s list"
        tabIndex={-1}
        onChange={({ target }) => {
          const [file] = target.files ?? [];
          target.value = '';
          if (file !== undefined) opened(file, 'table').then(setText).catch(tell);
        }}
      />
      <Field label="The desk’s list" value={text} change={setText} many rows={5} mono />
      <p>
        <button type="button" className="quiet" onClick={() => input.current?.click()}>
          Take it from a file
        </button>
      </p>
      {text.trim() !== '' && found === null && (
        <div className="flex flex-wrap items-end gap-3">
          <p className="basis-full">Its head does not say which column is which.</p>
          <div className="w-48">
            <Choose label="Zone stands in" value={by.zone} of={columns} change={(zone) => setBy({ ...by, zone })} empty="choose" />
          </div>
          <div className="w-48">
            <Choose label="Text stands in" value={by.text} of={columns} change={(of) => setBy({ ...by, text: of })} empty="choose" />
          </div>
          <div className="w-48">
            <Choose
              label="First line is a head"
              value={by.head}
              of={[
                { value: 'no', label: 'no' },
                { value: 'yes', label: 'yes' },
              ]}
              change={(head) => setBy({ ...by, head })}
            />
          </div>
        </div>
      )}
      {zoned.length === 0 && <Empty>Nothing on the sheet has a zone yet: add inputs or local devices there.</Empty>}
      {read !== null && chosen !== null && (
        <>
          <p className="font-semibold">
            {differ === 0 ? 'Each zone is the same.' : `${counted(differ, 'zone differs', 'zones differ')}.`}
            {read.notRead.length > 0 &&
              ` Not read, for want of a zone: ${read.notRead.length === 1 ? 'line' : 'lines'} ${read.notRead.slice(0, 12).join(', ')}.`}
          </p>
          <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Zone by zone">
            <table className="w-full max-w-4xl text-left">
              <thead>
                <tr className="text-note text-ink-2">
                  {['Zone', 'At the desk', 'On the sheet', ''].map((head) => (
                    <th key={head} scope="col" className="pr-4 font-normal">
                      {head === '' ? <span className="sr-only">How they compare</span> : head}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {said.map((one) => (
                  <Row key={one.zone} said={one} />
                ))}
              </tbody>
            </table>
          </div>
          <p className="flex flex-wrap items-center gap-3">
            {drafts.length > 0 && (
              <button type="button" className="button" onClick={() => void append(station.stream, drafts).catch(tell)}>
                Write down what the desk has
              </button>
            )}
            <button
              type="button"
              className="button"
              onClick={() => {
                handOut('zones.csv', listInTheirs(zoned, text, chosen), 'text/csv');
              }}
            >
              Save ours in its columns
            </button>
            {drafts.length > 0 && (
              <span className="text-ink-2">
                It stands beside our own on the sheet; where they differ, the checks say so until one is corrected.
              </span>
            )}
          </p>
        </>
      )}
    </section>
  );
};
