// Plays the demo's scenario through the server's own append and ingest, on the scenario's clock. Only into an empty journal.
import { Injectable } from '@nestjs/common';
import type { Instant } from '@green-lamp/core/quantity';
import { textOf } from '@green-lamp/core/journal';
import { scenario } from '@green-lamp/core/scenario';
import { ears } from '@green-lamp/core/wire';
import { Desk } from '../desk/desk.ts';
import { Ingest } from '../desk/ingest.ts';
import { Journal } from '../journal/journal.ts';
import { Vault } from '../secrets/vault.ts';

@Injectable()
export class Demo {
  constructor(
    private readonly journal: Journal,
    private readonly ingest: Ingest,
    private readonly desk: Desk,
    private readonly vault: Vault,
  ) {}

  async play(anchor: Instant): Promise<boolean> {
    if (this.journal.cursor > 0) return false;
    for (const step of scenario(1, anchor, { line: this.desk.portOf('line'), dc09: this.desk.portOf('dc09') }).steps) {
      if (step.is === 'frame') {
        const { listener, bytes, source } = step.frame;
        const from = { ...source, listener, listenerPort: this.desk.portOf(listener), mark: null, built: true };
        for (const piece of ears[listener].hear(bytes).pieces) await this.ingest.take(piece, from, step.at);
      } else
        await this.journal.append(
          async (turn) => {
            if (step.secret !== undefined) turn.secret(this.vault.row(step.entry.stream, step.secret.ref, step.secret.value));
            await turn.keep(step.entry, textOf(step.entry));
          },
          { at: step.at },
        );
    }
    await this.journal.cacheStates();
    return true;
  }
}
