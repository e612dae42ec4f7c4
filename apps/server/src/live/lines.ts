import type { Response } from 'express';

/**
 * Maximum streams of one session or access key. A browser allows six connections to one server, and only a visible tab
 * holds one.
 */
export const MOST_A_HOLDER = 8;
/** Maximum streams of one node: each takes about 80 kB. */
export const MOST_A_NODE = 2000;

interface Line {
  readonly holder: string;
  readonly response: Response;
}

/**
 * Open streams, the oldest first. Above the limit the oldest are closed, because a visible page opened its stream last.
 */
export class Lines {
  private readonly lines = new Set<Line>();

  constructor(private readonly limits = { aHolder: MOST_A_HOLDER, aNode: MOST_A_NODE }) {}

  get size(): number {
    return this.lines.size;
  }

  /** @param crowdedOut tells a line that it is closed to make room, and closes it */
  add(line: Line, crowdedOut: (response: Response) => void): void {
    this.lines.add(line);
    line.response.once('close', () => this.lines.delete(line));
    const own = [...this.lines].filter(({ holder }) => holder === line.holder);
    const tooMany = [
      ...own.slice(0, Math.max(0, own.length - this.limits.aHolder)),
      ...[...this.lines].slice(0, Math.max(0, this.lines.size - this.limits.aNode)),
    ];
    for (const each of new Set(tooMany)) {
      this.lines.delete(each);
      crowdedOut(each.response);
    }
  }

  all(): Response[] {
    return [...this.lines].map(({ response }) => response);
  }

  of(holders: ReadonlySet<string>): Response[] {
    return [...this.lines].flatMap(({ holder, response }) => (holders.has(holder) ? [response] : []));
  }
}
