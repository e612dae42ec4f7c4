import type { SerializedError } from '@reduxjs/toolkit';
import type { FetchBaseQueryError } from '@reduxjs/toolkit/query';
import { Alert, Button } from 'antd';
import { problemOf } from '../../api/index.ts';

/** What a page asked the server for before it can show anything. */
export interface Asked {
  /** What could not be loaded, as the beginning of a sentence: `The list of jobs`. */
  readonly what: string;
  /** Undefined while the first answer is on its way. */
  readonly data: unknown;
  readonly error?: FetchBaseQueryError | SerializedError | undefined;
  readonly retry: () => void;
  /** How many lines the skeleton has. */
  readonly lines?: number;
}

/** Data that arrived stays shown when a later request for news fails. */
export const isWaiting = ({ data }: Asked): boolean => data === undefined;

/** Names what could not be loaded, and why. Nothing was entered yet, so nothing is said about entries. */
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
