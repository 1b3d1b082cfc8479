// Stations out of sheets that were saved as files: each file by itself, so that a bad one loses no other.
import { isSettingKey, stationStream, type Stream } from '@green-lamp/core/name';
import { bundleParts, isZip, readSheet, sayBundleFault, type SheetFile, verifyBundle } from '@green-lamp/core/journal';
import { sentence } from '@green-lamp/core/problem';
import { append, type Draft } from '../../../store/append.ts';
import { newId } from '../../../store/device.ts';
import { opened, sized } from '../../../store/opened.ts';

export type FromFile = { readonly file: string } & ({ readonly stream: Stream; readonly name: string } | { readonly why: string });

const draftsOf = ({ station, elements, settings }: SheetFile): Draft[] => [
  { kind: 'station.opened', data: { name: station.slice(0, 80), demo: false } },
  ...elements.map(({ group, id, label }): Draft => ({ kind: 'element.added', data: { group, id, label: label.slice(0, 60) } })),
  ...Object.entries(settings).flatMap(([key, value]): Draft[] =>
    isSettingKey(key) ? [{ kind: 'setting.set', data: { key, value, origin: 'imported', simulated: false, over: null } }] : [],
  ),
];

/** The sheet's text in a file: a sheet itself, or a bundle that is whole. */
const sheetIn = async (file: File): Promise<string> => {
  if (!isZip(new Uint8Array(await file.slice(0, 4).arrayBuffer()))) return opened(file, 'json');
  const bundle = verifyBundle(new Uint8Array(await sized(file, 'device').arrayBuffer()));
  if (!bundle.ok) throw new Error(sayBundleFault(bundle));
  return new TextDecoder().decode(bundle.files[bundleParts.sheet]);
};

const fromFile = async (file: File): Promise<FromFile> => {
  try {
    const read = readSheet(await sheetIn(file));
    if (!read.ok)
      return {
        file: file.name,
        why: `It is no sheet: ${read.problems
          .slice(0, 3)
          .map((one) => sentence(one))
          .join(' ')}`,
      };
    const stream = stationStream(newId());
    await append(stream, draftsOf(read.value));
    return { file: file.name, stream, name: read.value.station };
  } catch (error) {
    return { file: file.name, why: error instanceof Error ? error.message : 'It could not be read.' };
  }
};

export const fromFiles = async (files: readonly File[]): Promise<FromFile[]> => {
  const made: FromFile[] = [];
  for (const file of files) made.push(await fromFile(file));
  return made;
};
