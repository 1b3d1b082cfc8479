// What waits for the writer: what people write, and frames by their source, taken in turn so that no flood holds up another.

/** Takes jobs in turn: people first, but frames that wait get at least half of what is taken; of frames one from each source after another. */
export class Waiting<J> {
  #people: J[] = [];
  readonly #sources = new Map<string, J[]>();
  #frames = 0;

  get size(): number {
    return this.#people.length + this.#frames;
  }

  /** How many jobs of people and parts wait. */
  get people(): number {
    return this.#people.length;
  }

  /** `source` null: a person's, or a part's own. */
  add(job: J, source: string | null): void {
    if (source === null) {
      this.#people.push(job);
      return;
    }
    const own = this.#sources.get(source);
    if (own === undefined) this.#sources.set(source, [job]);
    else own.push(job);
    this.#frames++;
  }

  /** Up to `most` jobs, in the order in which they are to run. Jobs of one source stay in their order. */
  take(most: number): { readonly job: J; readonly source: string | null }[] {
    const share = this.#frames === 0 ? most : Math.max(Math.floor(most / 2), most - this.#frames);
    const taken: { job: J; source: string | null }[] = this.#people.splice(0, share).map((job) => ({ job, source: null }));
    while (taken.length < most && this.#frames > 0)
      for (const [source, jobs] of this.#sources) {
        if (taken.length >= most) break;
        const job = jobs.shift();
        // whoever was served goes behind the others
        this.#sources.delete(source);
        if (job === undefined) continue;
        if (jobs.length > 0) this.#sources.set(source, jobs);
        this.#frames--;
        taken.push({ job, source });
      }
    return taken;
  }

  /** Puts back what was taken and could not be run in its turn, before everything else. */
  back(taken: readonly { readonly job: J; readonly source: string | null }[]): void {
    for (const { job, source } of [...taken].reverse()) {
      if (source === null) this.#people.unshift(job);
      else {
        this.#sources.set(source, [job, ...(this.#sources.get(source) ?? [])]);
        this.#frames++;
      }
    }
  }
}
