import { createHash } from 'node:crypto';
import cronParser from 'cron-parser';

/** When a schedule (cron, in UTC) was last due before a moment. */
export const lastDue = (cron: string, at: Date): Date =>
  // `prev` is exclusive: a moment on the tick itself counts.
  cronParser
    .parseExpression(cron, { currentDate: new Date(at.getTime() + 1), tz: 'UTC' })
    .prev()
    .toDate();

/** The id of the job of one tick, equal on every node, so that the job is inserted once (RFC 9562, version 8). */
export function tickId(queue: string, due: Date): string {
  const hex = createHash('sha256').update(`${queue} ${due.toISOString()}`).digest('hex');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-8${hex.slice(13, 16)}-a${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}
