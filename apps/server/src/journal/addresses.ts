// Who names which address: an address that only one station names can make a path certain.
import { isStream, type Stream, sure } from '@green-lamp/core/name';
import { addressesOf } from '@green-lamp/core/lamp';
import type { State } from '@green-lamp/core/journal';
import type { Tables } from './tables.ts';
import type { Draft } from './turn.ts';

const nameOf = (address: string, station: Stream): string => `${address} ${station}`;

export class Addresses {
  readonly #named = new Map<string, Set<Stream>>();

  load(rows: ReturnType<Tables['address']['where']>): void {
    for (const { address, station } of rows) this.#put(address, sure(isStream, station));
  }
  /** Whether no other station than this one names the address; drafts count. */
  alone(address: string, station: Stream, drafts: readonly Draft[]): boolean {
    const others = new Set([...(this.#named.get(address) ?? [])].filter((one) => one !== station));
    for (const draft of [...drafts].reverse())
      for (const row of draft.addresses.values())
        if (row !== null && row.address === address && row.station !== station) others.add(row.station);
    return others.size === 0;
  }
  /** The stations that name an address as a path's own. */
  named(address: string): readonly Stream[] {
    return [...(this.#named.get(address) ?? [])];
  }
  /** What a change of a station's state changes here. */
  draft(into: Draft, before: State, after: State): void {
    const [was, is] = [addressesOf(before), addressesOf(after)];
    const station = after.stream;
    for (const address of was) if (!is.includes(address)) into.addresses.set(nameOf(address, station), null);
    for (const address of is) if (!was.includes(address)) into.addresses.set(nameOf(address, station), { address, station });
  }
  take(rows: Draft['addresses']): void {
    for (const [what, row] of rows) {
      const [address = '', station] = what.split(' ');
      if (row !== null) this.#put(address, row.station);
      else if (isStream(station)) this.#named.get(address)?.delete(station);
    }
  }
  #put(address: string, station: Stream): void {
    const there = this.#named.get(address) ?? new Set<Stream>();
    there.add(station);
    this.#named.set(address, there);
  }
}
