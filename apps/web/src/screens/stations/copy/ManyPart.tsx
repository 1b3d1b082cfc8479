// Copies of a station: rows are matched, previewed in a worker with every finding and conflict, and made one by one; both can be stopped.
import { counted } from '@green-lamp/core/quantity';
import { mask } from '@green-lamp/core/wire';
import { useRef, useState } from 'react';
import { type FleetSheet, sayFinding } from '@green-lamp/core/check';
import { readSheet } from '@green-lamp/core/journal';
import { stationStream } from '@green-lamp/core/name';
import { sentence } from '@green-lamp/core/problem';
import { cellsCsv, type Copy, type ManyPreview } from '@green-lamp/core/walk';
import { Field } from '../../../parts/Field.tsx';
import { Press } from '../../../parts/Press.tsx';
import { severityWords } from '../../../parts/severity-words.ts';
import { useDraft } from '../../../parts/use-draft.ts';
import { everySheet } from '@green-lamp/core/api';
import { ask, NoNetwork } from '../../../store/api.ts';
import { append, type Draft } from '../../../store/append.ts';
import { newId } from '../../../store/device.ts';
import { tell } from '../../../store/live.ts';
import { opened, TooLarge } from '../../../store/opened.ts';
import { readCells } from '../../../store/spreadsheet.ts';
import type { Station } from '../../../store/use-station.ts';
import type { ManyAsked, ManySaid } from '../../../workers/many-words.ts';

/** The sheets of the stations that exist at the desk, as their files say them. */
const existingSheets = async (): Promise<FleetSheet[]> => {
  const { sheets } = await ask(everySheet);
  return sheets.flatMap(({ text }) => {
    const read = readSheet(text);
    return read.ok ? [{ name: read.value.station, settings: read.value.settings }] : [];
  });
};

type Looking = { readonly done: number; readonly of: number };

/** Rows are looked through in a worker; to stop it is to end the worker. Without the desk the rows are held against one another only. */
const useLook = () => {
  const [looking, setLooking] = useState<Looking | null>(null);
  const worker = useRef<Worker | null>(null);
  const stop = (): void => {
    worker.current?.terminate();
    worker.current = null;
    setLooking(null);
  };
  const look = async (station: Station, text: string): Promise<{ preview: ManyPreview; alone: boolean } | null> => {
    stop();
    setLooking({ done: 0, of: 0 });
    const existing = await existingSheets().catch((error: unknown) => {
      if (error instanceof NoNetwork) return null;
      throw error;
    });
    const running = new Worker(new URL('../../../workers/many.worker.ts', import.meta.url), { type: 'module' });
    worker.current = running;
    const asked: ManyAsked = {
      text,
      model: station.state,
      existing: existing ?? [],
      demo: station.state.station?.demo ?? false,
      now: station.now,
    };
    return new Promise((done, failed) => {
      running.addEventListener('message', ({ data }: MessageEvent<ManySaid>) => {
        if (data.is === 'progress') {
          setLooking({ done: data.done, of: data.of });
          return;
        }
        stop();
        done({ preview: data.preview, alone: existing === null });
      });
      running.addEventListener('error', () => {
        stop();
        failed(new Error('The rows could not be looked through.'));
      });
      running.postMessage(asked);
    });
  };
  return { looking, look, stop };
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
  const [text, setText, dropText] = useDraft(`${station.stream} many`, '', mask);
  const [making, setMaking] = useState<Making | null>(null);
  const stopped = useRef(false);
  const [found, setFound] = useState<{ preview: ManyPreview; alone: boolean } | null>(null);
  const { looking, look, stop } = useLook();
  const shown = found?.preview ?? null;
  const good = shown?.made.filter(({ row }) => row.problems.length === 0) ?? [];
  const bad = (shown?.made.length ?? 0) - good.length;
  const unknown = shown?.columns.filter(({ is }) => is === 'unknown' || is === 'secret') ?? [];
  const open = (file: File | undefined): void => {
    if (file === undefined) return;
    const text = /\.xlsx$/i.test(file.name) ? readCells(file).then(cellsCsv) : opened(file, 'table');
    text
      .then((typed) => {
        setText(typed);
        setFound(null);
      })
      .catch((error: unknown) => {
        const large = error instanceof TooLarge;
        tell(large ? error : new Error(`${file.name} can’t be read as a table. Save it as .xlsx or .csv.`));
      });
  };
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
    setFound(null);
  };
  const busy = making?.is === 'making';
  return (
    <section aria-label="Rows">
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
          setFound(null);
        }}
        hint="CSV with a head line, or cells out of a spreadsheet. A column ‘station’ names each; other columns are settings by their names: Account it sends, Card number (ICCID), Test call at."
      />
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <Press
          why={
            text.trim() === ''
              ? 'Paste rows first, or open a file.'
              : busy
                ? 'It is making them.'
                : looking !== null
                  ? 'It is looking.'
                  : null
          }
          onPress={() => {
            setMaking(null);
            look(station, text).then(setFound).catch(tell);
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
                : shown.problems.length > 0
                  ? 'Name the stations first.'
                  : busy
                    ? 'It is making them.'
                    : null
            }
            onPress={() => void make()}
          >
            Make {counted(good.length, 'station')}
            {bad > 0 ? `, leave out ${bad}` : ''}
          </Press>
        )}
        <label className="button cursor-pointer focus-within:outline-3 focus-within:outline-brass-edge">
          Open a table
          <input
            type="file"
            accept=".xlsx,.csv,text/csv"
            className="sr-only"
            onChange={({ target }) => {
              open(target.files?.[0]);
            }}
          />
        </label>
        {(busy || looking !== null) && (
          <Press
            onPress={() => {
              stopped.current = true;
              stop();
            }}
          >
            Stop
          </Press>
        )}
        <p role="status" className="font-semibold">
          {looking !== null
            ? looking.of === 0
              ? 'Looking at them…'
              : `Looked at ${looking.done} of ${looking.of} sheets…`
            : making === null
              ? ''
              : making.is === 'making'
                ? `${making.done} of ${making.of} made…`
                : making.is === 'stopped'
                  ? `Stopped: ${making.done} of ${making.of} are made.`
                  : `${counted(making.of, 'station is', 'stations are')} made.`}
        </p>
      </div>
      {shown !== null && (
        <>
          {shown.problems.map((one) => (
            <p key={one.path} role="alert" className="mt-2 border-l-4 border-ink pl-2 font-semibold">
              {sentence(one)}
            </p>
          ))}
          {found?.alone === true && (
            <p className="mt-2 border-l-4 border-ink pl-2 font-semibold">
              The desk does not answer: the rows are held against one another only, not against the stations that exist.
            </p>
          )}
          {unknown.length > 0 && (
            <p className="mt-2">
              Left out:{' '}
              {unknown
                .map(({ title, is }) => `${title} (${is === 'secret' ? 'a secret is typed on the sheet' : 'no setting has this name'})`)
                .join(', ')}
              .
            </p>
          )}
          {shown.across.map(({ rule, severity, what, todo, value }) => (
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
                <strong>{row.name === '' ? 'no name' : row.name}</strong>: {counted(copy.settings.length, 'setting')}, {copy.empty.length}{' '}
                still to be filled in
                {stray > 0 && <strong>, {counted(stray, 'differs', 'differ')} from the model and should not</strong>}
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
