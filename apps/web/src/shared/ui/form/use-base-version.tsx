import type { FormInstance } from 'antd';
import { type ReactNode, useState } from 'react';
import type { Problem } from '../../api/index.ts';
import { type BothVersions, StalePanel } from '../stale-panel.tsx';

interface Options<Stored, Values> {
  readonly form: FormInstance<Values>;
  /** As it was opened; null: a new one. */
  readonly opened: Stored | null;
  /** The field of the refusal that contains the stored version. */
  readonly fact: string;
  /** `this unit`. */
  readonly what: string;
  readonly valuesOf: (stored: Stored) => Values;
  readonly both: (mine: Values, stored: Values) => readonly BothVersions[];
}

interface BaseVersion<Stored, Values> {
  /** The base version of a change: the opened one, or the stored one after a person has chosen. */
  readonly base: Stored | null;
  /** Takes a refusal: a stale version shows both. */
  readonly refused: (problem: Problem, mine: Values) => void;
  readonly panel: ReactNode;
}

export const isStale = ({ code }: Problem): boolean => code === 'stale-version';

/** Concurrent changes: the second person sees both versions, chooses, and saves again over the stored one. */
export function useBaseVersion<Stored, Values extends object>({
  form,
  opened,
  fact,
  what,
  valuesOf,
  both,
}: Options<Stored, Values>): BaseVersion<Stored, Values> {
  const [base, setBase] = useState(opened);
  const [stale, setStale] = useState<{ readonly mine: Values; readonly stored: Stored } | null>(null);
  const choose = (stored: Stored): void => {
    setBase(stored);
    setStale(null);
  };
  return {
    base,
    refused: (problem, mine) => {
      if (isStale(problem)) setStale({ mine, stored: problem.facts[fact] as Stored });
    },
    panel: stale !== null && (
      <StalePanel
        what={what}
        fields={both(stale.mine, valuesOf(stale.stored))}
        keepMine={() => choose(stale.stored)}
        takeStored={() => {
          choose(stale.stored);
          form.setFieldsValue(valuesOf(stale.stored));
        }}
      />
    ),
  };
}
