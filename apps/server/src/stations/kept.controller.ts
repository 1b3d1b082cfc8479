// What a page keeps, brought up to date in one request: entries that it missed, and what stands beside its stations.
import { Controller, Get, Query } from '@nestjs/common';
import { Transform, Type } from 'class-transformer';
import { ArrayMaxSize, IsArray, IsInt, Max, Min } from 'class-validator';
import { isStream, type Stream } from '@green-lamp/core/name';
import type { Beside, keptOf, Says } from '@green-lamp/core/api';
import { Whereabouts } from '../desk/here.ts';
import { Journal } from '../journal/journal.ts';
import { keptEntryOf } from '../journal/kept-entry.ts';
import { Vault } from '../secrets/vault.ts';
import { Asks } from '../accounts/caller.ts';
import { mayRead } from '../accounts/reach.ts';
import type { Caller } from '../accounts/sessions.ts';
import { May } from '../shell/may.ts';
import { Stations } from './stations.ts';

export class KeptQuery {
  @Type(() => Number) @IsInt() @Min(0) @Max(Number.MAX_SAFE_INTEGER) after: number;
  @Transform(({ value }: { value: unknown }) => (typeof value === 'string' ? value.split(',').filter((stream) => stream !== '') : value))
  @IsArray()
  @ArrayMaxSize(200)
  streams: string[];
}
const most = 1000;

@Controller('api/kept')
export class KeptController {
  constructor(
    private readonly journal: Journal,
    private readonly stations: Stations,
    private readonly vault: Vault,
    private readonly where: Whereabouts,
  ) {}

  @May('entries.read')
  @Get()
  async kept(@Query() { after, streams }: KeptQuery, @Asks() caller: Caller | null): Promise<Says<typeof keptOf>> {
    const of = streams.filter(isStream).filter((stream) => mayRead(caller, stream));
    const upTo = this.journal.cursor;
    const entries = this.journal.after(of, after, most + 1);
    const beside = await Promise.all(of.filter((stream) => stream.startsWith('station:')).map((stream) => this.#beside(stream)));
    return {
      entries: entries.slice(0, most).map(keptEntryOf),
      more: entries.length > most,
      upTo,
      here: this.where.here,
      key: this.vault.publicKey,
      beside,
    };
  }

  async #beside(stream: Stream): Promise<Beside> {
    const { heard, head } = await this.stations.beside(stream);
    return { stream, heard, head, traits: await this.vault.traits(stream) };
  }
}
