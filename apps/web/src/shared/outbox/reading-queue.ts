import type { RecordedDto } from '../api/index.ts';
import type { KeptTexts } from './device-store.ts';
import { type Answer, type Entered, type Refused, SendQueue } from './send-queue.ts';

/** A reading before the server has it. */
export interface EnteredReading extends Entered {
  readonly hours: number;
  readonly readAt: string;
  readonly note: string;
}
export type RefusedReading = Refused<EnteredReading, string>;
export type ReadingQueue = SendQueue<EnteredReading, RecordedDto, string>;

const EARLIER = 'sturdy-shim.readings';

/** @param send null: the server does not answer, or the session has ended */
export function readingQueue(
  storage: KeptTexts,
  send: (batch: readonly EnteredReading[]) => Promise<readonly RecordedDto[] | null>,
  retryMs?: number,
): ReadingQueue {
  const queue: ReadingQueue = new SendQueue({
    name: 'readings',
    storage,
    atOnce: 100,
    unanswered: 'The server did not say why.',
    ...(retryMs !== undefined && { retryMs }),
    send: async (batch) => (await send(batch))?.map(answerOf) ?? null,
  });
  takeOverEarlier(queue, storage);
  return queue;
}

const answerOf = (outcome: RecordedDto): Answer<RecordedDto, string> =>
  outcome.reading === null
    ? { kind: 'refused', id: outcome.id, refusal: outcome.refusal }
    : { kind: 'taken', id: outcome.id, taken: outcome };

/** An earlier version kept all readings as one text. */
function takeOverEarlier(queue: ReadingQueue, storage: KeptTexts): void {
  const text = storage.getItem(EARLIER);
  if (text === null) return;
  try {
    const { waiting = [], refused = [] } = JSON.parse(text) as {
      waiting?: readonly EnteredReading[];
      refused?: readonly RefusedReading[];
    };
    // Refused entries are sent again, refused again, and shown.
    queue.add([...waiting, ...refused.map(({ entered }) => entered)]);
  } catch {
    // A truncated text contains no entry to send.
  }
  storage.removeItem(EARLIER);
}
