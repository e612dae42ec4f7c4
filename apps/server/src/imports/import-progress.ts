import { Injectable } from '@nestjs/common';

/** Progress of running imports, reported by the executing node; informative only. */
@Injectable()
export class ImportProgress {
  private readonly running = new Map<string, { total: number; done: number }>();

  async during<T>(plan: string, total: number, work: (advance: (done: number) => void) => Promise<T>): Promise<T> {
    const at = { total, done: 0 };
    this.running.set(plan, at);
    try {
      return await work((done) => (at.done = done));
    } finally {
      this.running.delete(plan);
    }
  }

  of(plan: string): { readonly total: number; readonly done: number } {
    return this.running.get(plan) ?? { total: 0, done: 0 };
  }
}
