// The logbook: all entries of the station, found by person, kind, words and day; each with what stood before; the station as it was then; the chain looked over; notes.
import { useMemo, useState } from 'react';
import type { ChainFault } from '@green-lamp/core/journal';
import { allLamps, lamps, verdictWords } from '@green-lamp/core/lamp';
import { isSettingKey, lampWords } from '@green-lamp/core/name';
import { counted, instant } from '@green-lamp/core/quantity';
import { definitionOf, showValue } from '@green-lamp/core/sheet';
import { filtered, logbook, logbookCsv, type LogbookRow, stateAfter } from '@green-lamp/core/walk';
import { Field } from '../../../../parts/Field.tsx';
import { FindEntries, useSought } from '../../../../parts/FindEntries.tsx';
import { LampMark } from '../../../../parts/LampMark.tsx';
import { Picture } from '../../../../parts/Picture.tsx';
import { Press } from '../../../../parts/Press.tsx';
import { Empty } from '../../../../parts/State.tsx';
import { TakePicture } from '../../../../parts/TakePicture.tsx';
import { append } from '../../../../store/append.ts';
import { tell } from '../../../../store/live.ts';
import type { Station } from '../../../../store/use-station.ts';
import type { ChainAsked, ChainSaid } from '../../../../workers/chain-words.ts';
import { handOut, journalFile, keptOf } from './journal-file.ts';

const step = 50;
/** Sentences that are written most, ours: each may be added to before it is kept. */
const phrases = [
  'Gate locked, waited for the key.',
  'Client informed.',
  'Work stopped for the weather.',
  'Found as left last time.',
  'Key back with the warden.',
];
const faults: { readonly [F in ChainFault['what']]: string } = {
  hash: 'Its text is not the one that was kept.',
  link: 'It does not follow from the one before.',
  sequence: 'One is missing, or stands twice.',
  received: 'It was received before the one before it.',
};

const Note = ({ station }: { station: Station }) => {
  const [words, setWords] = useState('');
  const keep = (): void => {
    append(station.stream, [{ kind: 'note.written', data: { lamp: null, words: words.trim().slice(0, 2000) } }])
      .then(() => {
        setWords('');
      })
      .catch(tell);
  };
  return (
    <section aria-label="A note" className="max-w-3xl">
      <h3 className="font-bold">A note</h3>
      <div className="my-1 flex flex-wrap gap-2">
        {phrases.map((phrase) => (
          <button
            key={phrase}
            type="button"
            className="quiet"
            onClick={() => {
              setWords(words === '' ? phrase : `${words} ${phrase}`);
            }}
          >
            {phrase}
          </button>
        ))}
      </div>
      <Field label="Note" value={words} change={setWords} many rows={2} />
      <div className="mt-2 flex flex-wrap gap-3">
        <Press why={words.trim() === '' ? 'Write a few words.' : null} onPress={keep}>
          Keep the note
        </Press>
        <TakePicture of={{ stream: station.stream, step: 'the logbook', lamp: null, path: null }} />
      </div>
      <p className="text-small text-ink-2">What was written stays. A correction is a new note that says what it corrects.</p>
    </section>
  );
};

/** What stood at an entry: its lamps by the evidence of then, and the values on its sheet. */
const AsItWas = ({ station, row, close }: { station: Station; row: LogbookRow; close: () => void }) => {
  const state = useMemo(() => stateAfter(station.entries, row.placed), [station.entries, row]);
  const line = lamps(state, { ...station.rules, heard: [], now: instant(row.placed.pos.ord) });
  const values = Object.entries(state.settings).flatMap(([key, leaves]) => {
    const value = leaves.at(-1)?.value;
    return isSettingKey(key) && value !== null && value !== undefined
      ? [{ key, text: showValue(definitionOf(key), value, (id) => state.elements.find((one) => one.id === id)?.label ?? id) }]
      : [];
  });
  return (
    <section aria-label="As it was then" className="my-2 border-l-[7px] border-double border-ink bg-sheet-2 px-3 py-2">
      <div className="flex flex-wrap items-baseline gap-3">
        <h3 className="font-bold">As it was {station.speaker.when(row.placed.pos.ord)}</h3>
        <button type="button" className="quiet" onClick={close}>
          Close
        </button>
      </div>
      <p className="text-note text-ink-2">
        Folded out of its {counted(state.count, 'entry', 'entries')} up to then, by the rules of today. Calls that were only heard, and
        became no evidence, are not in it.
      </p>
      <ul aria-label="Lamps as they were" className="my-1 flex flex-wrap gap-x-4">
        {allLamps(line).map((lamp) => (
          <li key={`${lamp.lamp}${lamp.path ?? ''}`} className="flex items-center gap-1">
            <LampMark is={lamp.is} size={16} simulated={lamp.simulated} />
            {lampWords[lamp.lamp]}
            {lamp.path !== null && `, ${state.elements.find(({ id }) => id === lamp.path)?.label ?? lamp.path}`}: {verdictWords[lamp.is]}
          </li>
        ))}
      </ul>
      <details>
        <summary className="cursor-pointer py-2">Its sheet then: {counted(values.length, 'value')}</summary>
        <dl className="grid gap-x-4 sm:grid-cols-[auto_1fr]">
          {values.map(({ key, text }) => (
            <div key={key} className="contents">
              <dt>{station.speaker.setting(key)}</dt>
              <dd className="mono wrap-anywhere">{text}</dd>
            </div>
          ))}
        </dl>
      </details>
    </section>
  );
};

const useChain = (station: Station): { said: ChainSaid | null; running: boolean; look: () => void } => {
  const [said, setSaid] = useState<ChainSaid | null>(null);
  const [running, setRunning] = useState(false);
  const look = (): void => {
    setRunning(true);
    setSaid(null);
    keptOf(station.stream)
      .then((kept) => {
        const worker = new Worker(new URL('../../../../workers/chain.worker.ts', import.meta.url), { type: 'module' });
        worker.addEventListener('message', ({ data }: MessageEvent<ChainSaid>) => {
          setSaid(data);
          setRunning(false);
          worker.terminate();
        });
        worker.postMessage({ stream: station.stream, kept } satisfies ChainAsked);
      })
      .catch((error: unknown) => {
        setRunning(false);
        tell(error);
      });
  };
  return { said, running, look };
};

const Row = ({ station, row, open, show }: { station: Station; row: LogbookRow; open: boolean; show: (open: boolean) => void }) => {
  const { entry, pos } = row.placed;
  const hash = entry.kind === 'picture.taken' ? entry.blobs?.[0] : undefined;
  return (
    <li className="border-b border-rule py-2">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <span className="mono w-40 text-note">{station.speaker.when(pos.ord)}</span>
        <span className="w-40 wrap-anywhere">{row.who}</span>
        <span className="min-w-0 grow basis-60 wrap-anywhere">
          {row.says}
          {row.change !== null && (
            <span className="mono block text-note text-ink-2">
              {row.change.before} → {row.change.after}
            </span>
          )}
        </span>
        <button
          type="button"
          className="quiet"
          aria-expanded={open}
          aria-label={`As it was then: ${row.says}`}
          onClick={() => {
            show(!open);
          }}
        >
          As it was then
        </button>
      </div>
      {hash !== undefined && <Picture hash={hash} of="the station" />}
      {open && (
        <AsItWas
          station={station}
          row={row}
          close={() => {
            show(false);
          }}
        />
      )}
    </li>
  );
};

export const LogbookPart = ({ station }: { station: Station }) => {
  const { speaker, zone } = station;
  const rows = useMemo(() => logbook(station.entries, speaker).reverse(), [station.entries, speaker]);
  const sought = useSought(zone);
  const [most, setMost] = useState(step);
  const [open, setOpen] = useState<string | null>(null);
  const { said, running, look } = useChain(station);
  const { typed, from, to } = sought;
  const { text, who, about } = typed;
  const shown = filtered(rows, { text, who, about, ...(from === null ? {} : { from }), ...(to === null ? {} : { to }) });
  const people = [...new Set(rows.map((row) => row.who))].sort();
  const here = new Set(rows.map((row) => row.about));
  const name = station.state.station?.name ?? 'station';
  return (
    <div className="flex flex-col gap-4">
      <FindEntries sought={sought} words="Words" people={people} among={(one) => here.has(one)} />
      <div className="flex flex-wrap items-center gap-3">
        <p role="status">
          {shown.length === rows.length
            ? counted(rows.length, 'entry', 'entries')
            : `${shown.length} of ${counted(rows.length, 'entry', 'entries')}`}
        </p>
        <button type="button" className="quiet" onClick={() => handOut(`${name}, logbook.csv`, logbookCsv(shown), 'text/csv')}>
          These as CSV
        </button>
        <button
          type="button"
          className="quiet"
          onClick={() =>
            handOut(
              `${name}, logbook.ndjson`,
              shown.map(({ placed }) => `${JSON.stringify(placed.entry)}\n`).join(''),
              'application/x-ndjson',
            )
          }
        >
          These as NDJSON
        </button>
        <button
          type="button"
          className="quiet"
          onClick={() => {
            journalFile(station.stream)
              .then((file) => {
                handOut(`${name}, journal.json`, file);
              })
              .catch(tell);
          }}
        >
          The whole journal as JSON
        </button>
        <button type="button" className="button" disabled={running} onClick={look}>
          {running ? 'Looking over the chain…' : 'Look over the chain'}
        </button>
      </div>
      {said !== null && (
        <p role="status" className={said.fault === null ? '' : 'border-l-4 border-ink pl-2 font-semibold'}>
          {said.fault === null
            ? `The chain is whole: ${counted(said.count, 'entry', 'entries')}, each hash and each link looked at here in ${Math.max(1, Math.round(said.took))} ms.`
            : `The chain breaks at entry ${said.fault.seq}. ${faults[said.fault.what]}`}
        </p>
      )}
      {shown.length === 0 && <Empty>No entry fits all of that.</Empty>}
      <ol aria-label="Entries, newest first">
        {shown.slice(0, most).map((row) => (
          <Row
            key={row.placed.entry.id}
            station={station}
            row={row}
            open={open === row.placed.entry.id}
            show={(is) => {
              setOpen(is ? row.placed.entry.id : null);
            }}
          />
        ))}
      </ol>
      {shown.length > most && (
        <button
          type="button"
          className="button self-start"
          onClick={() => {
            setMost(most + step);
          }}
        >
          {shown.length - most} older
        </button>
      )}
      <Note station={station} />
    </div>
  );
};
