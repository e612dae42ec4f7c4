import type { SerializedError } from '@reduxjs/toolkit';
import type { FetchBaseQueryError } from '@reduxjs/toolkit/query';
import { Alert, Button } from 'antd';
import { problemOf } from '../../api/index.ts';

/** A query that a page needs before it can show anything. */
export interface Asked {
  /** What could not be loaded, as the beginning of a sentence: `The list of jobs`. */
  readonly what: string;
  /** Undefined while loading. */
  readonly data: unknown;
  readonly error?: FetchBaseQueryError | SerializedError | undefined;
  readonly retry: () => void;
  /** How many lines the skeleton has. */
  readonly lines?: number;
}

/** Loaded data stays when a refetch fails. */
export const isWaiting = ({ data }: Asked): boolean => data === undefined;

/** States what could not be loaded, and why; without words about entries, because nothing was entered yet. */
export function Failed({ asked: { what, error, retry } }: { readonly asked: Asked }) {
  const problem = problemOf(error);
  return (
    <Alert
      type="error"
      className="problem-note"
      title={`${what} could not be loaded.`}
      description={
        problem === null || problem.code === 'no-answer'
          ? 'The server does not answer. Check the network, then try again.'
          : `${problem.what} ${problem.remedy}`
      }
      action={<Button onClick={retry}>Try again</Button>}
    />
  );
}
