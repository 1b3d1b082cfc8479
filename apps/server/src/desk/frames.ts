// Frames as the screens see them: newest first, by keyset.
import { Injectable } from '@nestjs/common';
import { type framesOf, type FrameView, isFrameStatus, type Says } from '@green-lamp/core/api';
import { isStream, sure } from '@green-lamp/core/name';
import { nearestAccounts } from '@green-lamp/core/lamp';
import { Journal } from '../journal/journal.ts';
import type { NewFrame } from '../journal/turn.ts';
import { Database } from '../shell/database.ts';
import { FrameRow } from './frame.row.ts';

@Injectable()
export class Frames {
  constructor(
    private readonly database: Database,
    private readonly journal: Journal,
  ) {}

  async list(of: {
    station?: string | undefined;
    status?: string | undefined;
    before?: number | undefined;
    limit: number;
  }): Promise<Says<typeof framesOf>> {
    const rows = await this.database.em().find(
      FrameRow,
      {
        ...(of.station !== undefined && isStream(of.station) ? { station: of.station } : {}),
        ...(of.status === undefined ? {} : { status: of.status }),
        ...(of.before === undefined ? {} : { id: { $lt: of.before } }),
      },
      { orderBy: { id: 'desc' }, limit: of.limit + 1 },
    );
    return { frames: await Promise.all(rows.slice(0, of.limit).map((row) => this.view(row))), more: rows.length > of.limit };
  }

  async view(frame: NewFrame): Promise<FrameView> {
    const { id, at, kept, listener, port, address, fromPort, part, simulated, repeats, bytes, fields, impossible } = frame;
    const near = frame.status === 'unknown' && frame.account != null ? nearestAccounts(frame.account, this.journal.accounts()) : [];
    const nearest = await Promise.all(near.slice(0, 3).map(async (one) => ({ ...one, name: await this.#name(one.stream) })));
    const station = isStream(frame.station) ? frame.station : null;
    return {
      id,
      at,
      kept,
      listener,
      port,
      address,
      fromPort,
      part,
      simulated,
      repeats,
      status: sure(isFrameStatus, frame.status),
      why: frame.why ?? null,
      account: frame.account ?? null,
      instant: frame.instant ?? null,
      receiver: frame.receiver ?? null,
      path: frame.path ?? null,
      how: frame.how ?? null,
      strength: frame.strength ?? null,
      zone: frame.zone ?? null,
      turn: frame.turn ?? null,
      event: frame.event ?? null,
      grade: frame.grade ?? null,
      entry: frame.entry ?? null,
      bytes: Buffer.from(bytes).toString('base64'),
      impossible: JSON.parse(impossible ?? '[]') as string[], // written by the ingest
      fields: JSON.parse(fields ?? '{}') as { [key: string]: string }, // written by the ingest
      station,
      pathName: await this.#path(station, frame.path),
      stationName: station === null ? null : await this.#name(station),
      nearest,
    };
  }

  async #path(stream: string | null | undefined, path: string | null | undefined): Promise<string | null> {
    if (!isStream(stream) || path == null) return null;
    return (await this.journal.state(stream)).elements.find(({ id }) => id === path)?.label ?? null;
  }

  async #name(stream: string): Promise<string> {
    return isStream(stream) ? ((await this.journal.state(stream)).station?.name ?? stream) : stream;
  }
}
