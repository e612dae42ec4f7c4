import type { ProblemCode } from './problem-codes.ts';

/** A refusal that a user can cause: the error, its field, and the remedy. Our own bugs are thrown instead. */
export interface Refusal {
  readonly code: ProblemCode;
  readonly status: 400 | 401 | 403 | 404 | 409 | 422 | 429;
  readonly detail: string;
  readonly remedy: string;
  /** The field of the request at which to fix it. */
  readonly field?: string;
  /** Data for the caller's decision, such as both versions for a stale version. */
  readonly facts?: Readonly<Record<string, unknown>>;
}

export type Result<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly refusal: Refusal };

export const ok = <T>(value: T): Result<T> => ({ ok: true, value });
export const fail = (refusal: Refusal): { readonly ok: false; readonly refusal: Refusal } => ({ ok: false, refusal });

/** Whether a value of any type is a failed `Result`. */
export const isFailure = (value: unknown): boolean =>
  typeof value === 'object' && value !== null && 'ok' in value && value.ok === false && 'refusal' in value;
