// Frames as the screens see them: newest first, by keyset.
import { Injectable } from '@nestjs/common';
import { type FrameFilter, type framesOf, type FrameView, isFrameStatus, type Says } from '@green-lamp/core/api';
import { isStream, sure } from '@green-lamp/core/name';
import { nearestAccounts, plainSource } from '@green-lamp/core/lamp';
import { Journal } from '../journal/journal.ts';
import type { NewFrame } from '../journal/turn.ts';
import { FrameSearch } from './frame-search.ts';

@Injectable()
export class Frames {
  constructor(
    private readonly search: FrameSearch,
    private readonly journal: Journal,
  ) {}

  async list(filter: FrameFilter, before: number | undefined, limit: number): Promise<Says<typeof framesOf>> {
    const { rows, lookedTo } = await this.search.find(filter, before, limit + 1);
    const frames = await Promise.all(rows.slice(0, limit).map((row) => this.view(row)));
    return { frames, more: rows.length > limit, lookedTo };
  }

  async view(frame: NewFrame): Promise<FrameView> {
    const { id, at, kept, listener, port, address, fromPort, part, simulated, repeats, bytes, fields, impossible } = frame;
    const near = frame.status === 'unknown' && frame.account != null ? this.#nearest(frame.account, address) : [];
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

  /** Accounts that could be mistaken for an unknown one, and those of stations whose path has the address from which it came. */
  #nearest(unknown: string, address: string): FrameView['nearest'][number][] {
    const accounts = this.journal.accounts();
    const near = nearestAccounts(unknown, accounts).map((one) => ({ ...one, name: '' }));
    const at = this.journal.stationsAt(plainSource(address));
    // An address that many have says nothing.
    const there = at.length > 2 ? [] : at.filter((stream) => !near.some((one) => one.stream === stream));
    const same = there.flatMap((stream) => {
      const account = accounts.find((one) => one.stream === stream)?.account;
      return account === undefined ? [] : [{ stream, account, how: 'same address' as const, name: '' }];
    });
    return [...near, ...same];
  }

  async #path(stream: string | null | undefined, path: string | null | undefined): Promise<string | null> {
    if (!isStream(stream) || path == null) return null;
    return (await this.journal.state(stream)).elements.find(({ id }) => id === path)?.label ?? null;
  }

  async #name(stream: string): Promise<string> {
    return isStream(stream) ? ((await this.journal.state(stream)).station?.name ?? stream) : stream;
  }
}
