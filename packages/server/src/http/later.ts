/** Work that goes on behind an answer that was given already. */
export class Later {
  private readonly running = new Set<Promise<unknown>>();

  /** Begins once the answer is on its way. @param failed is told of an error: nobody waits for it any more */
  begin(work: () => Promise<unknown>, failed: (error: unknown) => void): void {
    const run = new Promise<void>((resolve) => setImmediate(resolve))
      .then(work)
      .catch(failed)
      .finally(() => this.running.delete(run));
    this.running.add(run);
  }

  /** When all of it is done: before the database is closed. */
  async settled(): Promise<void> {
    while (this.running.size > 0) await Promise.allSettled(this.running);
  }
}
