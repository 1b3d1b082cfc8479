// The device's own file: opened, compared with the sheet, kept as found, before and after; what changed between two of them.
import { counted } from '@green-lamp/core/quantity';
import { useEffect, useState } from 'react';
import { type ElementId, isElementId } from '@green-lamp/core/name';
import { type KeptFile, present } from '@green-lamp/core/journal';
import { asPlanned } from '@green-lamp/core/lamp';
import { bindingsOf, sheetRows } from '@green-lamp/core/sheet';
import { compareDeviceFile, fileChanges, type FileRow, readDeviceFile } from '@green-lamp/core/walk';
import { mask } from '@green-lamp/core/wire';
import { keepFile, noteRead, openFile, type OpenedFile } from '../../../../commands/device-file.ts';
import { Choose, Field } from '../../../../parts/Field.tsx';
import { Press } from '../../../../parts/Press.tsx';
import { Empty } from '../../../../parts/State.tsx';
import { keptText } from '../../../../store/blobs.ts';
import { tell } from '../../../../store/live.ts';
import type { Station } from '../../../../store/use-station.ts';

const order: readonly FileRow['is'][] = ['differs', 'not on the sheet', 'not understood', 'equal', 'secret', 'not known'];
const isWords: { readonly [I in FileRow['is']]: string } = {
  differs: 'differs',
  'not on the sheet': 'not on the sheet',
  'not understood': 'can’t be read as this setting',
  equal: 'equal',
  secret: 'a secret: left out',
  'not known': 'not known',
};
const whens = [
  { value: 'as found', label: 'as found, before a reset' },
  { value: 'before', label: 'before a change' },
  { value: 'after', label: 'after a change' },
] as const;
const isWhen = (value: string): value is KeptFile['when'] => whens.some((one) => one.value === value);

const Comparison = ({ station, text }: { station: Station; text: string }) => {
  const view = asPlanned(station.state);
  const { form, rows, missing } = compareDeviceFile(
    readDeviceFile(text),
    station.state,
    sheetRows(view, bindingsOf(view)),
    station.rules.profiles,
  );
  const sorted = [...rows].sort((a, b) => order.indexOf(a.is) - order.indexOf(b.is));
  const onDevice = rows.flatMap(({ key, value, is }) =>
    key !== null && (is === 'equal' || is === 'differs' || is === 'not on the sheet') ? [{ key, value }] : [],
  );
  const count = (is: FileRow['is']): number => rows.filter((row) => row.is === is).length;
  return (
    <section aria-label="The file against the sheet" className="mt-3">
      <p>
        Read as {form}: {counted(rows.length, 'value')}. <strong>{counted(count('differs'), 'differs', 'differ')}</strong>, {count('equal')}{' '}
        equal, {count('not on the sheet')} not on the sheet, {count('not known')} not known
        {missing.length > 0 && `; the file lacks ${missing.map(station.speaker.setting).join(', ')}`}.
      </p>
      {rows.length === 0 && <Empty>There is no pair of a name and a value in it.</Empty>}
      <ul aria-label="Values of the file" className="max-h-96 overflow-y-auto" tabIndex={0}>
        {sorted.slice(0, 400).map(({ line, name, typed, key, is }) => (
          <li
            key={`${line} ${name}`}
            className="grid grid-cols-[minmax(120px,1fr)_minmax(120px,1fr)_minmax(140px,1fr)] gap-3 border-b border-rule py-1"
          >
            <span className="mono break-words">{name}</span>
            <span className="mono break-words">{mask(`${name}: ${typed}`).slice(name.length + 2)}</span>
            <span className={is === 'differs' ? 'font-semibold' : 'text-ink-2'}>
              {isWords[is]}
              {key !== null && `: ${station.speaker.setting(key)}`}
            </span>
          </li>
        ))}
      </ul>
      <div className="mt-2">
        <Press
          why={onDevice.length === 0 ? 'Nothing in it stands for a setting of the sheet.' : null}
          onPress={() => {
            noteRead(station, onDevice).catch(tell);
          }}
        >
          Note {onDevice.length} as read back from the device
        </Press>
      </div>
    </section>
  );
};

const useTexts = (files: readonly KeptFile[]): ReadonlyMap<string, string> => {
  const [texts, setTexts] = useState<ReadonlyMap<string, string>>(new Map());
  const wanted = files.flatMap(({ text }) => text ?? []).join(' ');
  useEffect(() => {
    let left = false;
    const look = async (): Promise<void> => {
      const found = await Promise.all(
        files.flatMap(({ text }) => (text === null ? [] : [keptText(text).then((of): [string, string] => [text, of ?? ''])])),
      );
      if (!left) setTexts(new Map(found));
    };
    look().catch(tell);
    return () => {
      left = true;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- by the hashes that are wanted
  }, [wanted]);
  return texts;
};

const Kept = ({ station }: { station: Station }) => {
  const files = Object.values(station.state.files).sort((a, b) => b.pos.ord - a.pos.ord);
  const texts = useTexts(files);
  const [pair, setPair] = useState<{ from: string; to: string }>({ from: '', to: '' });
  const nameOf = ({ when, element, name, pos }: KeptFile): string =>
    `${element === null ? 'device' : station.speaker.element(element)}, ${when}: ${name}, ${station.speaker.when(pos.ord)}`;
  const options = files.filter(({ text }) => text !== null).map((file) => ({ value: file.pos.id, label: nameOf(file) }));
  const textOf = (id: string): string | undefined => texts.get(files.find(({ pos }) => pos.id === id)?.text ?? '');
  const [from, to] = [textOf(pair.from), textOf(pair.to)];
  const changes = from === undefined || to === undefined ? null : fileChanges(readDeviceFile(from), readDeviceFile(to));
  if (files.length === 0) return <Empty>No file is kept yet.</Empty>;
  return (
    <>
      <ul aria-label="Files that are kept">
        {files.map((file) => (
          <li key={file.pos.id} className="border-b border-rule py-1">
            {nameOf(file)}{' '}
            <span className="text-note text-ink-2">
              {counted(file.bytes, 'byte')}, SHA-256 <span className="mono">{file.sha256.slice(0, 16)}</span>
              {file.serial !== '' && `, serial number ${file.serial}`}
              {file.text === null && ', no text: only its facts are kept'}
            </span>
          </li>
        ))}
      </ul>
      {options.length > 1 && (
        <div className="mt-2 flex flex-wrap gap-3">
          <Choose
            label="Compare"
            value={pair.from}
            change={(value) => {
              setPair({ ...pair, from: value });
            }}
            of={options}
            empty="choose"
          />
          <Choose
            label="with"
            value={pair.to}
            change={(value) => {
              setPair({ ...pair, to: value });
            }}
            of={options}
            empty="choose"
          />
        </div>
      )}
      {changes !== null && (
        <ul aria-label="What changed between the files" className="mt-2">
          {changes.length === 0 && <li>Nothing changed but, it may be, their order.</li>}
          {changes.slice(0, 400).map(({ name, was, is }) => (
            <li key={name} className="border-b border-rule py-1">
              <span className="mono">{name}</span>: {was === null ? 'new, ' : <span className="mono">{was}, </span>}
              {is === null ? 'gone' : <span className="mono">now {is}</span>}
            </li>
          ))}
        </ul>
      )}
    </>
  );
};

export const DeviceFiles = ({ station }: { station: Station }) => {
  const [file, setFile] = useState<OpenedFile | null>(null);
  const [when, setWhen] = useState<KeptFile['when']>('as found');
  const [element, setElement] = useState<ElementId | null>(null);
  const [serial, setSerial] = useState('');
  const devices = present(station.state).filter(({ group }) => group === 'modem' || group === 'unit' || group === 'device');
  const open = (of: File | undefined): void => {
    if (of !== undefined) openFile(of).then(setFile).catch(tell);
  };
  const keep = (): void => {
    if (file === null) return;
    keepFile(station, file, { when, element, serial: serial.trim() })
      .then(() => {
        setFile(null);
      })
      .catch(tell);
  };
  return (
    <section aria-label="The device’s own file" className="mt-6">
      <h3 className="border-b border-rule-2 font-bold">The device’s own file of settings</h3>
      <p className="text-note text-ink-2">
        JSON, INI, CSV, or lines of ‘name = value’ or ‘name: value’. Secrets are masked before anything is kept. A file that is no text is
        kept by its hash, size and serial number only.
      </p>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <label className="button cursor-pointer focus-within:outline-3 focus-within:outline-brass-edge">
          Open the device’s file
          <input
            type="file"
            className="sr-only"
            onChange={({ target }) => {
              open(target.files?.[0]);
            }}
          />
        </label>
        {file !== null && (
          <>
            <Choose
              label="It is"
              value={when}
              change={(value) => {
                if (isWhen(value)) setWhen(value);
              }}
              of={whens}
            />
            <Choose
              label="Of"
              value={element ?? ''}
              change={(value) => {
                setElement(isElementId(value) ? value : null);
              }}
              of={devices.map(({ id, label }) => ({ value: id, label }))}
              empty="some device"
            />
            <Field label="Its serial number" value={serial} change={setSerial} mono />
            <Press onPress={keep}>Keep {file.name.slice(0, 40)}</Press>
          </>
        )}
      </div>
      {file !== null && (
        <p className="mt-1 text-note">
          {counted(file.bytes, 'byte')}, SHA-256 <span className="mono break-all">{file.sha256}</span>
        </p>
      )}
      {file?.text != null && <Comparison station={station} text={file.text} />}
      {file?.text === null && <Empty>It is no text, or too large to be read here: it can be kept, and not compared.</Empty>}
      <Kept station={station} />
    </section>
  );
};
