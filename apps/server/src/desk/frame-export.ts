// Calls as a file, streamed: NDJSON (a JSON text a line) or CSV (RFC 4180), newest first, as they are kept: masked.
import { once } from 'node:events';
import type { Response } from 'express';
import { Injectable } from '@nestjs/common';
import { cellsCsv } from '@green-lamp/core/walk';
import { isoText, instant } from '@green-lamp/core/quantity';
import type { FrameFilter } from '@green-lamp/core/api';
import type { FrameRow } from './frame.row.ts';
import { FrameSearch } from './frame-search.ts';

export const exportForms = ['ndjson', 'csv'] as const;
export type ExportForm = (typeof exportForms)[number];
const page = 500;

const plain = (row: FrameRow) => ({
  id: row.id,
  arrived: isoText(instant(row.at)),
  kept: isoText(instant(row.kept)),
  status: row.status,
  why: row.why ?? null,
  account: row.account ?? null,
  station: row.station ?? null,
  receiver: row.receiver ?? null,
  path: row.path ?? null,
  how: row.how ?? null,
  strength: row.strength ?? null,
  event: row.event ?? null,
  grade: row.grade ?? null,
  zone: row.zone ?? null,
  turn: row.turn ?? null,
  unitInstant: row.instant ?? null,
  listener: row.listener,
  port: row.port,
  address: row.address,
  fromPort: row.fromPort,
  part: row.part,
  repeats: row.repeats,
  simulated: row.simulated,
  entry: row.entry ?? null,
  fields: row.fields ?? '{}',
  bytes: Buffer.from(row.bytes).toString('base64'),
});
type Plain = ReturnType<typeof plain>;
/** A cell that a table would take for a formula is kept as text. */
const cellOf = (value: Plain[keyof Plain]): string => {
  const text = value === null ? '' : String(value);
  return /^[=+\-@\t\r]/.test(text) ? `'${text}` : text;
};
const lineOf = (of: Plain): string => JSON.stringify({ ...of, fields: JSON.parse(of.fields) as unknown }); // written by the ingest

@Injectable()
export class FrameExport {
  constructor(private readonly search: FrameSearch) {}

  async send(filter: FrameFilter, form: ExportForm, response: Response): Promise<void> {
    response.setHeader('Content-Type', form === 'csv' ? 'text/csv; charset=utf-8' : 'application/x-ndjson; charset=utf-8');
    response.setHeader('Content-Disposition', `attachment; filename="calls.${form}"`);
    let before: number | undefined;
    let begun = false;
    for (;;) {
      const { rows, lookedTo } = await this.search.find(filter, before, page);
      const all = rows.map(plain);
      const [first] = all;
      const head = form === 'csv' && !begun && first !== undefined ? [Object.keys(first)] : [];
      if (first !== undefined) begun = true;
      const text =
        form === 'csv' ? csvOf([...head, ...all.map((of) => Object.values(of).map(cellOf))]) : all.map((of) => `${lineOf(of)}\n`).join('');
      if (response.destroyed) return; // nobody reads it any more
      if (!response.write(text)) await Promise.race([once(response, 'drain'), once(response, 'close')]);
      before = lookedTo?.id ?? rows.at(-1)?.id;
      if (lookedTo === null && rows.length < page) break;
    }
    response.end();
  }
}
const csvOf = (cells: readonly (readonly string[])[]): string => (cells.length === 0 ? '' : `${cellsCsv(cells)}\r\n`);
