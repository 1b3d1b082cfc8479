// Copies of the database for the day on which it is lost: made by schedule and by a press, read through before they count, the oldest let go.
import { chmodSync, mkdirSync, readdirSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { Injectable, Logger, type OnApplicationShutdown } from '@nestjs/common';
import type { Says, seeCopies } from '@green-lamp/core/api';
import { Clock } from '../shell/clock.ts';
import { Database } from '../shell/database.ts';
import type { Env } from '../shell/env.ts';
import type { CopyAsked, CopySaid } from './copy-worker.ts';

const program = join(__dirname, '..', '..', 'dist', 'safe', 'copy-worker.js');
const form = /^green-lamp-(\d{4}-\d{2}-\d{2})T(\d{2})-(\d{2})-(\d{2})Z\.db$/;
const hour = 3_600_000;
/** How often (ms) it is looked whether one is due. */
const every = 60_000;

const nameOf = (at: number): string => `green-lamp-${new Date(at).toISOString().slice(0, 19).replaceAll(':', '-')}Z.db`;
const instantOf = (name: string): number | null => {
  const [, day, h, m, s] = form.exec(name) ?? [];
  return day === undefined ? null : Date.parse(`${day}T${h}:${m}:${s}Z`);
};

@Injectable()
export class Copies implements OnApplicationShutdown {
  readonly #log = new Logger('Copies');
  #folder = '';
  #every = 0;
  #most = 0;
  #state: 'resting' | 'copying' | 'reading' = 'resting';
  #failed: string | null = null;
  #worker: Worker | null = null;
  #timer: NodeJS.Timeout | null = null;

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
  ) {}

  open({ backups, backupHours, backupsKept }: Pick<Env, 'backups' | 'backupHours' | 'backupsKept'>): void {
    this.#folder = backups;
    this.#every = backupHours * hour;
    this.#most = backupsKept;
    if (this.#every === 0) return;
    this.#timer = setInterval(() => {
      const newest = this.#list().at(0)?.at ?? 0;
      if (this.clock.now() - newest >= this.#every) void this.make();
    }, every);
    this.#timer.unref();
  }
  async onApplicationShutdown(): Promise<void> {
    if (this.#timer !== null) clearInterval(this.#timer);
    await this.#worker?.terminate();
  }

  get state(): Says<typeof seeCopies> {
    return {
      folder: this.#folder,
      state: this.#state,
      failed: this.#failed,
      hours: this.#every / hour,
      kept: this.#most,
      copies: this.#list(),
    };
  }

  /** Makes one, unless one is being made. Done once it was read through, or has failed. */
  async make(): Promise<void> {
    if (this.#state !== 'resting') return;
    this.#state = 'copying';
    try {
      mkdirSync(this.#folder, { recursive: true, mode: 0o700 });
      chmodSync(this.#folder, 0o700);
      const to = join(this.#folder, nameOf(this.clock.now()));
      await this.#copy({ database: this.database.file, draft: join(this.#folder, 'being-made.db'), to });
      chmodSync(to, 0o600);
      this.#failed = null;
      if (this.#most > 0) for (const { name } of this.#list().slice(this.#most)) rmSync(join(this.#folder, name), { force: true });
    } catch (error) {
      this.#failed = error instanceof Error ? error.message : String(error);
      this.#log.error(`no copy was made: ${this.#failed}`);
    } finally {
      this.#state = 'resting';
    }
  }

  #copy(asked: CopyAsked): Promise<void> {
    return new Promise((done, failed) => {
      const worker = new Worker(program, { workerData: asked });
      this.#worker = worker;
      worker.on('message', (said: CopySaid) => {
        if (said.is === 'reading') this.#state = 'reading';
        if (said.is === 'done') done();
        if (said.is === 'failed') failed(new Error(said.why));
      });
      worker.once('error', failed);
      worker.once('exit', () => {
        this.#worker = null;
        failed(new Error('it was stopped')); // of no effect once it has said that it is done
      });
    });
  }

  /** Newest first; what is being made is none. */
  #list(): { name: string; at: number; bytes: number }[] {
    try {
      return readdirSync(this.#folder)
        .flatMap((name) => {
          const at = instantOf(name);
          return at === null ? [] : [{ name, at, bytes: statSync(join(this.#folder, name)).size }];
        })
        .sort((a, b) => b.at - a.at);
    } catch {
      return []; // no folder yet
    }
  }
}
