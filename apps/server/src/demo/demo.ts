// Plays the demo's scenario through the server's own append and ingest, on the scenario's clock. Only into an empty journal.
import { Injectable } from '@nestjs/common';
import type { Instant } from '@green-lamp/core/quantity';
import { textOf } from '@green-lamp/core/journal';
import { scenario } from '@green-lamp/core/scenario';
import { Ingest } from '../desk/ingest.ts';
import { Journal } from '../journal/journal.ts';
import { Vault } from '../secrets/vault.ts';

@Injectable()
export class Demo {
  constructor(
    private readonly journal: Journal,
    private readonly ingest: Ingest,
    private readonly vault: Vault,
  ) {}

  async play(anchor: Instant, listenerPort: number): Promise<boolean> {
    if (this.journal.cursor > 0) return false;
    for (const step of scenario(1, anchor).steps) {
      if (step.is === 'frame')
        await this.ingest.lineRecord(Buffer.from(step.frame.bytes, 'utf8'), { ...step.frame.source, listenerPort }, step.at);
      else
        await this.journal.append(async (turn) => {
          if (step.secret !== undefined) turn.secret(this.vault.row(step.entry.stream, step.secret.ref, step.secret.value));
          await turn.keep(step.entry, textOf(step.entry));
        }, step.at);
    }
    await this.journal.cacheStates();
    return true;
  }
}
