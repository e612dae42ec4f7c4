import { UNIT_STATES } from '@sturdy-shim/core';
import { useSearchParams } from 'react-router';
import type { UnitState } from '../../shared/api/index.ts';

export const AXES = ['hours', 'days', 'share'] as const;
export type Axis = (typeof AXES)[number];

/** What of the yard is shown. It lives in the address, so that a link shows a colleague the same thing. */
export interface YardFilter {
  readonly axis: Axis;
  readonly site: string | undefined;
  readonly kind: string | undefined;
  readonly state: UnitState | undefined;
}

const oneOf = <T extends string>(choices: readonly T[], text: string | null): T | undefined =>
  choices.find((choice) => choice === text);

export function readFilter(params: URLSearchParams): YardFilter {
  return {
    axis: oneOf(AXES, params.get('axis')) ?? 'hours',
    site: params.get('site') ?? undefined,
    kind: params.get('kind') ?? undefined,
    state: oneOf(UNIT_STATES, params.get('state')),
  };
}

export function useYardFilter(): [YardFilter, (change: Partial<YardFilter>) => void] {
  const [params, setParams] = useSearchParams();
  const change = (next: Partial<YardFilter>): void =>
    setParams(
      (before) => {
        const after = new URLSearchParams(before);
        for (const [name, value] of Object.entries(next)) {
          if (value === undefined || (name === 'axis' && value === 'hours')) after.delete(name);
          else after.set(name, value);
        }
        return after;
      },
      { replace: true, preventScrollReset: true },
    );
  return [readFilter(params), change];
}
