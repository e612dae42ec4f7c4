import { useEffect, useSyncExternalStore } from 'react';
import { useDispatch } from 'react-redux';
import { client } from '../api/index.ts';
import { useMe } from '../me/index.ts';
import { type OutboxSnapshot, ReadingOutbox } from './reading-outbox.ts';

type Dispatch = (
  action: ReturnType<typeof client.endpoints.recordReadings.initiate>,
) => PromiseLike<{ readonly data?: { readonly outcomes: readonly never[] } } | { readonly error?: unknown }>;

let outbox: ReadingOutbox | null = null;

/** One for the whole application: what waits is sent from whichever page is open. */
const outboxOn = (dispatch: unknown): ReadingOutbox =>
  (outbox ??= new ReadingOutbox({
    storage: window.localStorage,
    send: async (readings) => {
      const answer = await (dispatch as Dispatch)(
        client.endpoints.recordReadings.initiate({
          readingsDto: {
            readings: readings.map(({ by: _by, ...reading }) => reading),
            ...(readings[0]?.by !== undefined && { by: readings[0].by }),
          },
        }),
      );
      return 'data' in answer && answer.data !== undefined ? answer.data.outcomes : null;
    },
  }));

export function useOutbox(): readonly [OutboxSnapshot, ReadingOutbox] {
  const box = outboxOn(useDispatch());
  return [useSyncExternalStore(box.subscribe, box.current), box];
}

/** Sends what was left when the application was closed, and what waits when the network is back. */
export function useResumedReadings(): void {
  const box = outboxOn(useDispatch());
  const { id } = useMe();
  useEffect(() => {
    box.workedBy(id);
    void box.flush();
    const resume = (): void => void box.flush();
    window.addEventListener('online', resume);
    return () => window.removeEventListener('online', resume);
  }, [box, id]);
}
