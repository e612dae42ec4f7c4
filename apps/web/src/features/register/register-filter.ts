import type { UnitState, UnitUse } from '../../shared/api/index.ts';

/** What of the register is shown; kept in the address. */
export interface RegisterFilter {
  readonly find?: string;
  readonly family?: string;
  readonly site?: string;
  readonly kind?: string;
  readonly use?: UnitUse;
  readonly state?: UnitState;
}

const NAMES = ['find', 'family', 'site', 'kind', 'use', 'state'] as const;

export const filterOf = (params: URLSearchParams): RegisterFilter =>
  Object.fromEntries(NAMES.flatMap((name) => (params.get(name) ? [[name, params.get(name)]] : [])));

export function withFilter(params: URLSearchParams, change: RegisterFilter): URLSearchParams {
  const next = new URLSearchParams(params);
  for (const name of NAMES) {
    if (!(name in change)) continue;
    const value = change[name];
    if (value === undefined || value === '') next.delete(name);
    else next.set(name, value);
  }
  return next;
}
