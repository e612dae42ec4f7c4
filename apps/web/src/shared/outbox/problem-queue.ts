import type { NewProblemReportDto, Problem, ProblemReportDto } from '../api/index.ts';
import type { KeptTexts } from './device-store.ts';
import { type Answer, type Entered, type Refused, SendQueue } from './send-queue.ts';

/** A problem report before the server has it. */
export interface EnteredProblem extends Entered {
  readonly report: Omit<NewProblemReportDto, 'id'>;
}
export type RefusedProblem = Refused<EnteredProblem, Problem>;
export type ProblemQueue = SendQueue<EnteredProblem, ProblemReportDto, Problem>;

const UNANSWERED: Problem = {
  status: 'no-answer',
  code: 'no-answer',
  what: 'The server did not say what became of this report.',
  remedy: 'Report it again.',
  fields: {},
  facts: {},
};

/** @param send null: the server does not answer, or the session has ended */
export const problemQueue = (
  storage: KeptTexts,
  send: (entered: EnteredProblem) => Promise<Answer<ProblemReportDto, Problem> | null>,
): ProblemQueue =>
  new SendQueue({
    name: 'problems',
    storage,
    atOnce: 1,
    unanswered: UNANSWERED,
    send: async ([entered]) => {
      const answer = entered === undefined ? null : await send(entered);
      return answer === null ? null : [answer];
    },
  });
