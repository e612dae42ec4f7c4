/** Semaphore: limits concurrency; waiters run in order of arrival (FIFO). */
export class Semaphore {
  private readonly waiting: (() => void)[] = [];
  private running = 0;

  constructor(private readonly atATime: number) {}

  async take<T>(work: () => Promise<T>): Promise<T> {
    if (this.running >= this.atATime) await new Promise<void>((resolve) => this.waiting.push(resolve));
    else this.running += 1;
    try {
      return await work();
    } finally {
      const next = this.waiting.shift();
      if (next === undefined) this.running -= 1;
      else next();
    }
  }
}
