// [R1] Publishes the house rules and profiles that ship, each version once, in the streams from which stations adopt them.
import { Injectable } from '@nestjs/common';
import { houseStream, profilesStream, type Stream } from '@green-lamp/core/name';
import { shippedHouse } from '@green-lamp/core/house';
import { type DataOf, type Pin, pinName, textOf, write } from '@green-lamp/core/journal';
import { shippedProfiles } from '@green-lamp/core/sheet';
import { Journal } from '../journal/journal.ts';
import { Ids } from '../shell/clock.ts';

type Published = 'house.published' | 'profile.published';

@Injectable()
export class Publish {
  constructor(
    private readonly journal: Journal,
    private readonly ids: Ids,
  ) {}

  async shipped(): Promise<void> {
    await this.#once(houseStream, 'house.published', { id: shippedHouse.id, version: shippedHouse.version, body: shippedHouse });
    for (const body of shippedProfiles) await this.#once(profilesStream, 'profile.published', { id: body.id, version: body.version, body });
  }

  #once<K extends Published>(stream: Stream, kind: K, data: DataOf<K> & Omit<Pin, 'hash'>): Promise<void> {
    return this.journal.append((turn) => {
      const { state } = turn.head(stream);
      if (state.published[pinName(data)] !== undefined) return;
      const pen = { id: this.ids.ulid(turn.now), at: turn.now, skew: 0, since: state.last?.ord ?? 0, who: { part: 'import' } as const };
      const entry = write(pen, stream, kind, data);
      turn.keep(entry, textOf(entry));
    });
  }
}
