import { useEffect, useSyncExternalStore } from 'react';
import { useStore } from 'react-redux';
import { type Dispatch, type Problem, client, problemOf, sent } from '../api/index.ts';
import { useMe } from '../me/index.ts';
import { deviceStore } from './open-store.ts';
import { type EnteredProblem, type ProblemQueue, problemQueue } from './problem-queue.ts';
import { type EnteredReading, type ReadingQueue, readingQueue } from './reading-queue.ts';
import type { Entered, QueueSnapshot, SendQueue } from './send-queue.ts';

/** The queues of the application; waiting entries are sent from any page. */
interface Outbox {
  readonly readings: ReadingQueue;
  readonly problems: ProblemQueue;
}
let outbox: Outbox | null = null;

function outboxOn(dispatch: Dispatch): Outbox {
  if (outbox !== null) return outbox;
  const storage = deviceStore();
  const made = {
    readings: readingQueue(storage, (batch) => sendReadings(dispatch, batch)),
    problems: problemQueue(storage, (entered) => sendProblem(dispatch, entered)),
  };
  storage.onOtherTab(() => [made.readings, made.problems].forEach((queue) => queue.refresh()));
  return (outbox = made);
}

async function sendReadings(dispatch: Dispatch, batch: readonly EnteredReading[]) {
  const readings = batch.map(({ by: _by, ...reading }) => reading);
  const by = batch[0]?.by;
  const action = client.endpoints.recordReadings.initiate({
    readingsDto: { readings, ...(by !== undefined && { by }) },
  });
  const { data } = await sent<{ readonly outcomes: readonly never[] }>(dispatch, action);
  return data?.outcomes ?? null;
}

async function sendProblem(dispatch: Dispatch, { id, tag, report }: EnteredProblem) {
  const action = client.endpoints.reportProblem.initiate({ tag, newProblemReportDto: { id, ...report } });
  const { data, error } = await sent<never>(dispatch, action);
  const problem = problemOf(error);
  if (problem === null) return data === undefined ? null : ({ kind: 'taken', id, taken: data } as const);
  return isAway(problem) ? null : ({ kind: 'refused', id, refusal: problem } as const);
}

/** The server does not answer, or the session has ended: nothing was decided about what was sent. */
export const isAway = ({ status }: Problem): boolean => status === 'no-answer' || status === 401 || status >= 500;

function useQueue<Entry extends Entered, Taken, Why>(
  queue: SendQueue<Entry, Taken, Why>,
): readonly [QueueSnapshot<Entry, Taken, Why>, SendQueue<Entry, Taken, Why>] {
  return [useSyncExternalStore(queue.subscribe, queue.current), queue];
}
export const useReadingQueue = () => useQueue(outboxOn(useStore().dispatch).readings);
export const useProblemQueue = () => useQueue(outboxOn(useStore().dispatch).problems);

/** Sends entries left from the last visit, and waiting ones when the network is back. */
export function useResumedOutbox(): void {
  const { readings, problems } = outboxOn(useStore().dispatch);
  const { id } = useMe();
  useEffect(() => {
    const queues = [readings, problems];
    for (const queue of queues) queue.workedBy(id);
    const resume = (): void => queues.forEach((queue) => void queue.flush());
    resume();
    window.addEventListener('online', resume);
    return () => window.removeEventListener('online', resume);
  }, [readings, problems, id]);
}
