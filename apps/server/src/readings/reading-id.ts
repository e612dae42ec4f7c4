import { createHash } from 'node:crypto';

/** The id of a reading, derived from unit, moment and figure. */
export function readingId(unitId: string, readAt: Date, hours: number): string {
  const hex = createHash('sha256').update(`${unitId} ${readAt.getTime()} ${hours}`).digest('hex');
  // In the format for custom ids (RFC 9562, version 8).
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-8${hex.slice(13, 16)}-a${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}
