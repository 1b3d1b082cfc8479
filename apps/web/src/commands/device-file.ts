// A device's own file: its facts and masked text are kept, what stands on the device is noted from it.
import type { ElementId, Json, Sha256, SettingKey } from '@green-lamp/core/name';
import { isSha256, sure } from '@green-lamp/core/name';
import { type KeptFile, standing } from '@green-lamp/core/journal';
import { mostAnswer } from '@green-lamp/core/wire';
import { sized } from '../store/opened.ts';
import { append } from '../store/append.ts';
import { keepText } from '../store/blobs.ts';
import { deviceNow } from '../store/device.ts';
import type { Station } from '../store/use-station.ts';

export type OpenedFile = { readonly name: string; readonly bytes: number; readonly sha256: Sha256; readonly text: string | null };

const hex = (bytes: ArrayBuffer): string => Array.from(new Uint8Array(bytes), (byte) => byte.toString(16).padStart(2, '0')).join('');

/** Reads a file: its hash always, its text where it is UTF-8 text of a size that can be read. */
export const openFile = async (file: File): Promise<OpenedFile> => {
  const bytes = await sized(file, 'device').arrayBuffer();
  const sha256 = sure(isSha256, hex(await crypto.subtle.digest('SHA-256', bytes)));
  const about = { name: file.name.slice(0, 160), bytes: bytes.byteLength, sha256 };
  if (bytes.byteLength > mostAnswer) return { ...about, text: null };
  try {
    const text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    return { ...about, text: text.includes('\u0000') ? null : text };
  } catch {
    return { ...about, text: null };
  }
};

export const keepFile = async (
  station: Station,
  { name, bytes, sha256, text }: OpenedFile,
  more: { when: KeptFile['when']; element: ElementId | null; serial: string },
): Promise<void> => {
  const blob = text === null ? null : await keepText(text);
  await append(station.stream, [
    { kind: 'file.kept', data: { name, bytes, sha256, ...more }, ...(blob === null ? {} : { blobs: [blob] }) },
  ]);
};

/** Notes that these values were read off the device by its file. */
export const noteRead = (station: Station, of: readonly { key: SettingKey; value: Json }[]): Promise<unknown> =>
  append(station.stream, [
    {
      kind: 'setting.staged',
      data: {
        stage: 'readBack',
        asOf: deviceNow(),
        of: of.slice(0, 300).map(({ key, value }) => ({ key, set: standing(station.state, key)?.pos.id ?? null, value })),
      },
    },
  ]);
