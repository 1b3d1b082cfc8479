// The station's whole journal as a file, from what this browser keeps and what waits here.
import { isSha256, type Stream } from '@green-lamp/core/name';
import { exportText, type Kept } from '@green-lamp/core/journal';
import { instant } from '@green-lamp/core/quantity';
import { db } from '../../../../store/db.ts';

/** A stream's kept entries as they lie here, in their order. */
export const keptOf = async (stream: Stream): Promise<Kept[]> => {
  const rows = await db.kept.where('stream').equals(stream).sortBy('seq');
  return rows.flatMap(({ text, hash, seq, received, link }): Kept[] =>
    isSha256(hash) && isSha256(link) ? [{ text, hash, seq, received: instant(received), link }] : [],
  );
};
export const journalFile = async (stream: Stream): Promise<string> => {
  const kept = await keptOf(stream);
  const waiting = await db.queue.where('stream').equals(stream).sortBy('q');
  return exportText(
    stream,
    kept,
    waiting.map(({ text }) => text),
  );
};

/** Hands a text to the browser as a file. */
export const handOut = (name: string, content: string | Blob, type = 'application/json'): void => {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(typeof content === 'string' ? new Blob([content], { type }) : content);
  link.download = name;
  link.click();
  setTimeout(() => {
    URL.revokeObjectURL(link.href);
  }, 10_000);
};
