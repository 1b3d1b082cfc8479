// What a station's unit shows the desk it is itself with: the key that its frames are sealed by, the token that it posts with. Both stand on the sheet as secrets, and are known in this process alone.
import { createHash, timingSafeEqual } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { settingKey, type Stream } from '@green-lamp/core/name';
import type { State } from '@green-lamp/core/journal';
import { type NodeOnSheet, nodesOf } from '@green-lamp/core/lamp';
import { isSecret } from '@green-lamp/core/sheet';
import { bytesOfHex, keyOf, type SessionKeys } from '@green-lamp/core/wire';
import { Journal } from '../journal/journal.ts';
import { Vault } from '../secrets/vault.ts';

type Known = {
  readonly key: Uint8Array | null;
  readonly tokens: readonly Buffer[];
  readonly plainTokens: readonly string[];
  readonly nodes: readonly KeyedNode[];
};
/** A node with its session keys; null where the sheet has not both, or they are no keys. */
export type KeyedNode = NodeOnSheet & { readonly session: SessionKeys | null };
/** Whether a token is an account's own; `none`: its sheet has none. */
export type Shown = 'right' | 'wrong' | 'none' | 'unknown account';

const markOf = (token: string): Buffer => createHash('sha256').update(token, 'utf8').digest();

@Injectable()
export class UnitKeys {
  /** For as long as a sheet stands. */
  readonly #known = new WeakMap<State['settings'], Known>();

  constructor(
    private readonly journal: Journal,
    private readonly vault: Vault,
  ) {}

  /** The key by which an account's frames are sealed, or null. */
  async keyOf(account: string): Promise<Uint8Array | null> {
    const station = this.journal.stationOf(account);
    return station === null ? null : (await this.#of(station)).key;
  }

  async shows(account: string, token: string): Promise<Shown> {
    const station = this.journal.stationOf(account);
    if (station === null) return 'unknown account';
    const { tokens } = await this.#of(station);
    if (tokens.length === 0) return 'none';
    const mark = markOf(token);
    return tokens.some((one) => timingSafeEqual(one, mark)) ? 'right' : 'wrong';
  }

  /** The token that a simulated unit of a station shows; null where its sheet has none. */
  async tokenOf(station: Stream): Promise<string | null> {
    return (await this.#of(station)).plainTokens[0] ?? null;
  }
  /** The nodes of a station with their session keys. */
  async nodesOf(station: Stream): Promise<readonly KeyedNode[]> {
    return (await this.#of(station)).nodes;
  }

  async #of(station: Stream): Promise<Known> {
    const state = await this.journal.state(station);
    const { settings, elements } = state;
    const there = this.#known.get(settings);
    if (there !== undefined) return there;
    const refsOf = (param: 'key' | 'token'): string[] =>
      elements.flatMap(({ group, id }) => {
        const value = group === 'unit' ? settings[settingKey('unit', id, param)]?.at(-1)?.value : undefined;
        return isSecret(value) ? [value.secret] : [];
      });
    const [keys, tokens] = [refsOf('key'), refsOf('token')];
    const nodes = nodesOf(state);
    const secrets = keys.length + tokens.length + nodes.length === 0 ? null : await this.vault.opened(station);
    const plain = (refs: readonly string[]): string[] => refs.flatMap((ref) => secrets?.get(ref) ?? []);
    const known: Known = {
      key:
        plain(keys)
          .map((one) => keyOf(one))
          .find((one) => one !== null) ?? null,
      tokens: plain(tokens).map(markOf),
      plainTokens: plain(tokens),
      nodes: nodes.map((node) => {
        const of = (ref: string | null): Uint8Array => bytesOfHex((ref === null ? undefined : secrets?.get(ref)) ?? '');
        const [network, app] = [of(node.keys.network), of(node.keys.app)];
        return { ...node, session: network.length === 16 && app.length === 16 ? { network, app } : null };
      }),
    };
    this.#known.set(settings, known);
    return known;
  }
}
