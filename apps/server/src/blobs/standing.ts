// [S2] Whether a secret of a station stands in a text that is to be kept: by the secrets' marks, token for token, so that nothing is opened. Limited, so that nobody finds a secret by offering words.
import { Injectable } from '@nestjs/common';
import type { Stream } from '@green-lamp/core/name';
import { type Place, tokensOf } from '@green-lamp/core/wire';
import { Vault } from '../secrets/vault.ts';
import { Clock } from '../shell/clock.ts';

/** In an hour, of one stream. Ours: a page has some hundred tokens, and a day's work at one station some hundred pages. */
const limits = { for: 3_600_000, tokens: 200_000, hits: 20 } as const;
const mostStreams = 10_000;

type Spent = { since: number; tokens: number; hits: number };
export type Stands = { readonly is: 'none' } | { readonly is: 'there'; readonly at: readonly Place[] } | { readonly is: 'too much' };

@Injectable()
export class Standing {
  readonly #spent = new Map<Stream, Spent>();
  constructor(
    private readonly vault: Vault,
    private readonly clock: Clock,
  ) {}

  async look(stream: Stream, text: string): Promise<Stands> {
    const isSecret = await this.vault.knows(stream);
    if (isSecret === null) return { is: 'none' };
    const tokens = tokensOf(text);
    const spent = this.#spentOf(stream);
    if (spent.hits >= limits.hits || spent.tokens + tokens.size > limits.tokens) return { is: 'too much' };
    spent.tokens += tokens.size;
    const at = [...tokens].flatMap(([token, places]) => (isSecret(token) ? places : []));
    if (at.length === 0) return { is: 'none' };
    spent.hits++;
    return { is: 'there', at };
  }

  #spentOf(stream: Stream): Spent {
    const now = this.clock.now();
    const was = this.#spent.get(stream);
    if (was !== undefined && now - was.since < limits.for) return was;
    if (this.#spent.size >= mostStreams) this.#spent.clear();
    const fresh = { since: now, tokens: 0, hits: 0 };
    this.#spent.set(stream, fresh);
    return fresh;
  }
}
