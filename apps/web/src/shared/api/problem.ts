import type { FetchBaseQueryError } from '@reduxjs/toolkit/query';
import type { SerializedError } from '@reduxjs/toolkit';
import type { ProblemDto } from './generated.ts';

/** An error for display: message, remedy, and fields. */
export interface Problem {
  readonly status: number | 'no-answer';
  readonly code: string;
  readonly what: string;
  readonly remedy: string;
  /** The problem at each field, by its path. */
  readonly fields: Readonly<Record<string, string>>;
  readonly facts: Readonly<Record<string, unknown>>;
}

const isProblem = (data: unknown): data is ProblemDto =>
  typeof data === 'object' && data !== null && 'code' in data && 'remedy' in data && 'detail' in data;

/** Reads any failed request as a problem. */
export function problemOf(error: FetchBaseQueryError | SerializedError | undefined): Problem | null {
  if (error === undefined) return null;
  if ('status' in error && isProblem(error.data)) {
    const { status, code, detail, remedy, errors, facts = {} } = error.data;
    const fields = Object.fromEntries(errors.map(({ field, problem, remedy: how }) => [field, `${problem} ${how}`]));
    return { status, code, what: detail, remedy, fields, facts };
  }
  return {
    status: 'no-answer',
    code: 'no-answer',
    what: 'The server does not answer.',
    remedy: 'Check the network, then try again.',
    fields: {},
    facts: {},
  };
}

/** The problem, unless it is shown at one of these fields of the form. */
export const problemElsewhere = (problem: Problem | null, fields: readonly string[]): Problem | null =>
  problem !== null && fields.some((field) => field in problem.fields) ? null : problem;
