// The other desk's own log, pasted or from a file: columns matched by its head or by hand, each line held against what was made here.
import { useState } from 'react';
import type { Made } from '@green-lamp/core/journal';
import type { Sha256 } from '@green-lamp/core/name';
import { accountsOf } from '@green-lamp/core/lamp';
import { counted } from '@green-lamp/core/quantity';
import { columnsByHead, dateOrders, type LogColumns, logCells, type LogPart, logParts, matchMade, readLog } from '@green-lamp/core/walk';
import { takeLog } from '../../../../commands/elsewhere.ts';
import { askedFor } from '../../../../parts/asked-words.ts';
import { Choose, Field } from '../../../../parts/Field.tsx';
import { Press } from '../../../../parts/Press.tsx';
import { Tick } from '../../../../parts/Tick.tsx';
import { keptText } from '../../../../store/blobs.ts';
import { tell } from '../../../../store/live.ts';
import type { Station } from '../../../../store/use-station.ts';

const partWords: { readonly [P in LogPart]: string } = {
  account: 'Account',
  at: 'Date and time in one',
  day: 'Date',
  time: 'Time',
  zone: 'Zone',
  event: 'Event, or their code',
  turn: 'Began or ended',
};
const none: LogColumns = {
  head: false,
  account: 0,
  at: null,
  day: null,
  time: null,
  zone: null,
  event: null,
  turn: null,
  dates: 'year first',
};
/** No log is larger: it is kept as evidence, whole. */
const most = 400_000;

const Columns = ({ text, columns, change }: { text: string; columns: LogColumns; change: (columns: LogColumns) => void }) => {
  const cells = logCells(text);
  const width = Math.max(0, ...cells.map((row) => row.length));
  const of = Array.from({ length: width }, (_, i) => ({
    value: String(i),
    label: `${i + 1}: ${cells.map((row) => row[i] ?? '').find((cell) => cell !== '') ?? 'empty'}`.slice(0, 40),
  }));
  return (
    <div className="my-2 grid grid-cols-[repeat(auto-fill,minmax(11rem,1fr))] gap-3">
      {logParts.map((part) => (
        <Choose
          key={part}
          label={partWords[part]}
          value={columns[part] === null ? '' : String(columns[part])}
          empty="none"
          of={of}
          change={(value) => change({ ...columns, [part]: value === '' ? (part === 'account' ? 0 : null) : Number(value) })}
        />
      ))}
      <Choose
        label="They write dates"
        value={columns.dates}
        of={dateOrders.map((order) => ({ value: order, label: order }))}
        change={(value) => change({ ...columns, dates: dateOrders.find((order) => order === value) ?? 'year first' })}
      />
      <Tick done={columns.head} press={() => change({ ...columns, head: !columns.head })}>
        Its first line is a head
      </Tick>
    </div>
  );
};

export const TheirLog = ({ station, made }: { station: Station; made: readonly Made[] }) => {
  const [text, setText] = useState('');
  const [said, setSaid] = useState<LogColumns | null>(null);
  const byHead = text === '' ? null : columnsByHead(text);
  const columns = said ?? byHead ?? station.state.logColumns;
  const lines = text === '' ? [] : readLog(text, station.zone, columns);
  const found = matchMade(made, lines, accountsOf(station.state)).flatMap((line, i) => {
    const one = made[i];
    return line === null || one === undefined ? [] : [{ made: one, line }];
  });
  const why =
    text === ''
      ? 'Paste their log, or open its file.'
      : text.length > most
        ? `It is longer than ${most / 1000} kB: take the part of today.`
        : columns === null
          ? 'Its head does not say where account and time stand: say it under ‘Its columns’.'
          : lines.length === 0
            ? 'No line with an account and a time could be read by these columns.'
            : found.length === 0
              ? `None of its lines (${lines.length}) has this account and zone within two minutes of what was made.`
              : null;
  const logs = station.state.logs.toReversed();
  const open = (hash: Sha256): void => {
    keptText(hash).then((kept) => {
      if (kept === null) tell(new Error('The desk does not have this log any more.'));
      else setText(kept);
    }, tell);
  };
  const take = (): void => {
    takeLog(station, text, said ?? (byHead === null ? columns : null), found).then(() => {
      setText('');
      setSaid(null);
    }, tell);
  };
  return (
    <section aria-label="Their own log">
      <h3 className="border-b border-rule-2 font-bold">
        Their own log <span className="font-normal text-ink-2">proves, where account, zone and turn are as made, within two minutes</span>
      </h3>
      {logs.length > 0 && (
        <ul aria-label="Logs that came by themselves" className="my-2">
          {logs.map(({ hash, by, lines, pos }) => (
            <li key={pos.id} className="flex flex-wrap items-center gap-x-4 border-b border-rule py-1">
              <span className="min-w-52 grow basis-0">
                {counted(lines, 'line')} from ‘{by}’, came {station.speaker.when(pos.ord)}
              </span>
              <Press onPress={() => open(hash)} label={`Open this log: of ${station.speaker.when(pos.ord)}`}>
                Open this log
              </Press>
            </li>
          ))}
        </ul>
      )}
      <details className="mt-1">
        <summary className="link flex min-h-11 items-center">Let their machine send it by itself</summary>
        <p>
          It posts to <code className="mono">/logs/{accountsOf(station.state)[0] ?? 'ACCOUNT'}</code> at the desk’s listener for HTTP posts,
          with the token of a machine (People and access) as bearer: JSON, one event or a list of them under whatever names, or a table in
          text. Which name is what is said once, under ‘Its columns’; it stands from then on.
        </p>
      </details>
      <div className="mt-2 flex flex-col gap-2">
        <Field label="Their own log, pasted" value={text} change={setText} many rows={4} mono />
        <label className="flex flex-col gap-1">
          <span className="font-semibold">or its file</span>
          <input
            type="file"
            className="input"
            accept=".csv,.txt,.log,.tsv,text/*"
            onChange={({ target }) => {
              target.files?.[0]?.text().then(setText, tell);
            }}
          />
        </label>
      </div>
      {text !== '' && (
        <details className="mt-1" open={byHead === null}>
          <summary className="link flex min-h-11 items-center">Its columns</summary>
          <Columns text={text} columns={columns ?? none} change={setSaid} />
        </details>
      )}
      {found.length > 0 && (
        <ul aria-label="Lines of what was made" className="my-2">
          {found.map(({ made: one, line }) => (
            <li key={one.pos.id} className="flex flex-wrap gap-x-4 border-b border-rule py-1">
              <span className="min-w-52 grow basis-0">
                <strong>{askedFor({ what: one.event, zone: one.zone, is: one.is })}</strong>, made {station.speaker.when(one.pos.ord)}
              </span>
              <span className="min-w-52 grow basis-0">
                line {line.n}: {line.event === '' ? 'their signal' : line.event}, {station.speaker.when(line.at)}
              </span>
            </li>
          ))}
        </ul>
      )}
      <Press why={why} onPress={take}>
        {found.length === 0 ? 'Take its lines' : `Take ${counted(found.length, 'line')}`}
      </Press>
    </section>
  );
};
