// What every turn needs of all stations, in memory: whose account it is, what was heard, who names which address.
import { isStream, type Stream, sure } from '@green-lamp/core/name';
import { Addresses } from './addresses.ts';
import { HeardBook } from './heard.ts';
import type { Tables } from './tables.ts';
import type { Draft } from './turn.ts';

export class Books {
  readonly heard = new HeardBook();
  readonly addresses = new Addresses();
  readonly #accounts = new Map<string, Stream>();

  load(tables: Tables): void {
    for (const { account, station } of tables.account.where('true', [])) this.#accounts.set(account, sure(isStream, station));
    this.heard.load(tables.heard.where('true', []));
    this.addresses.load(tables.address.where('true', []));
  }
  accounts(): { account: string; stream: Stream }[] {
    return [...this.#accounts].map(([account, stream]) => ({ account, stream }));
  }
  /** Whose an account is; the newest draft first. */
  station(account: string, drafts: readonly Draft[]): Stream | null {
    const drafted = drafts.find((draft) => draft.accounts.has(account));
    return (drafted === undefined ? this.#accounts.get(account) : drafted.accounts.get(account)) ?? null;
  }
  /** Takes over what was committed. */
  take(draft: Draft): void {
    this.heard.take(draft.heard);
    this.addresses.take(draft.addresses);
    for (const [account, station] of draft.accounts) {
      if (station === null) this.#accounts.delete(account);
      else this.#accounts.set(account, station);
    }
  }
}
