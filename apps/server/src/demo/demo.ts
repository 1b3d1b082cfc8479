// Plays the demo's scenario through the server's own append and ingest, on the scenario's clock. Only into an empty journal.
// Started again on other ports, the demo's sheets are told where its listeners stand now.
import { Injectable } from '@nestjs/common';
import { isObject, isSettingKey, type Json, keyParts, type SettingKey, type Stream } from '@green-lamp/core/name';
import type { Instant } from '@green-lamp/core/quantity';
import { standing, textOf, write } from '@green-lamp/core/journal';
import { type Ports, scenario, usualPorts } from '@green-lamp/core/scenario';
import { forListeners, listenerKinds, listeners } from '@green-lamp/core/wire';
import { Desk } from '../desk/desk.ts';
import { Ingest } from '../desk/ingest.ts';
import { Journal } from '../journal/journal.ts';
import { Vault } from '../secrets/vault.ts';
import { Clock, Ids } from '../shell/clock.ts';
import { Database } from '../shell/database.ts';
import { MetaRow } from '../shell/meta.row.ts';

const portKeys: readonly string[] = ['receiver.port', 'unit.deskPort'];
const portsName = 'demo-ports';

@Injectable()
export class Demo {
  constructor(
    private readonly journal: Journal,
    private readonly ingest: Ingest,
    private readonly desk: Desk,
    private readonly vault: Vault,
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: Ids,
  ) {}

  async play(anchor: Instant): Promise<boolean> {
    const ports: Ports = forListeners((kind) => this.desk.portOf(kind));
    const fresh = this.journal.cursor === 0;
    if (fresh) await this.#begin(anchor, ports);
    else await this.#move(ports);
    await this.journal.append((turn) => {
      turn.meta(portsName, JSON.stringify(ports));
    });
    await this.journal.cacheStates(true);
    return fresh;
  }

  async #begin(anchor: Instant, ports: Ports): Promise<void> {
    // In their order and without waiting for each: they share the writer's commits.
    const kept: Promise<unknown>[] = [];
    for (const step of scenario(1, anchor, ports).steps) {
      if (step.is === 'frame') {
        const { listener, bytes, source } = step.frame;
        const from = { ...source, listener, listenerPort: ports[listener], mark: null, built: true };
        for (const piece of listeners[listener].ear.hear(bytes).pieces) kept.push(this.ingest.take(piece, from, step.at));
      } else
        kept.push(
          this.journal.append(
            (turn) => {
              if (step.secret !== undefined) turn.secret(this.vault.row(step.entry.stream, step.secret.ref, step.secret.value));
              turn.keep(step.entry, textOf(step.entry));
            },
            { at: step.at },
          ),
        );
    }
    await Promise.all(kept);
  }

  /** On demo stations, a port on which a listener stood before becomes the one on which it stands now; what people typed otherwise stays. */
  async #move(now: Ports): Promise<void> {
    const before = portsIn((await this.database.em().findOne(MetaRow, { name: portsName }))?.value) ?? usualPorts;
    const moved = new Map(listenerKinds.flatMap((kind) => (before[kind] === now[kind] ? [] : [[before[kind], now[kind]] as const])));
    if (moved.size === 0) return;
    for (const stream of this.journal.streams()) {
      const state = await this.journal.state(stream);
      if (state.station?.demo !== true) continue;
      for (const key of Object.keys(state.settings).filter(isSettingKey)) {
        const value = standing(state, key)?.value;
        const to = typeof value === 'number' && portKeys.includes(keyParts(key).definition) ? moved.get(value) : undefined;
        if (to !== undefined) await this.#set(stream, key, to);
      }
    }
  }

  #set(stream: Stream, key: SettingKey, value: Json): Promise<void> {
    return this.journal.append((turn) => {
      const { state } = turn.head(stream);
      const pen = {
        id: this.ids.ulid(turn.now),
        at: this.clock.now(),
        skew: 0,
        since: state.last?.ord ?? 0,
        who: { part: 'import' } as const,
      };
      const over = standing(state, key)?.pos.id ?? null;
      const entry = write(pen, stream, 'setting.set', { key, value, origin: 'default', simulated: false, over });
      turn.keep(entry, textOf(entry));
    });
  }
}

const portsIn = (text: string | undefined): Ports | null => {
  const value: unknown = text === undefined ? null : JSON.parse(text); // written above
  if (!isObject(value)) return null;
  return forListeners((kind) => {
    const port = value[kind];
    return typeof port === 'number' ? port : usualPorts[kind];
  });
};
