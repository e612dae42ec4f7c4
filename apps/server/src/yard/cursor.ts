/** Where a page of the queue ended. */
export interface QueuePlace {
  readonly rank: number;
  readonly urgency: number;
  readonly tagKey: string;
}

export const writeCursor = (place: QueuePlace): string => Buffer.from(JSON.stringify(place)).toString('base64url');

/** Null when the text is no cursor of ours. */
export function readCursor(cursor: string): QueuePlace | null {
  try {
    const place = JSON.parse(Buffer.from(cursor, 'base64url').toString()) as Partial<QueuePlace> | null;
    const { rank, urgency, tagKey } = place ?? {};
    return Number.isInteger(rank) &&
      Number.isFinite(urgency) &&
      typeof tagKey === 'string' &&
      !/[\p{Cc}\p{Cs}]/u.test(tagKey)
      ? (place as QueuePlace)
      : null;
  } catch {
    return null;
  }
}
