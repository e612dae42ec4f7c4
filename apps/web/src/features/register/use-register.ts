import { useRef, useState } from 'react';
import { useDispatch } from 'react-redux';
import type { ThunkDispatch, UnknownAction } from '@reduxjs/toolkit';
import { client, problemOf, useRegisterPageQuery, type Problem, type UnitLineDto } from '../../shared/api/index.ts';
import type { RegisterFilter } from './register-filter.ts';

const PAGE = 300;

interface Register {
  readonly total: number | null;
  readonly lines: readonly UnitLineDto[];
  readonly problem: Problem | null;
  /** Fetches the next page, when there is one and it is not on its way. */
  readonly more: () => void;
  readonly retry: () => void;
}

/** Pages after the first, with the first page that they follow: news of that one makes them void. */
interface Later {
  readonly after: object;
  readonly lines: readonly UnitLineDto[];
  readonly next: string | null;
}

/** The register as far as it was scrolled: the first page keeps itself current, later ones are added to it. */
export function useRegister(filter: RegisterFilter): Register {
  const first = useRegisterPageQuery({ ...filter, limit: PAGE });
  const dispatch = useDispatch<ThunkDispatch<unknown, unknown, UnknownAction>>();
  const [fetched, setFetched] = useState<Later | null>(null);
  const busy = useRef(false);
  const page = first.currentData;
  const later = fetched?.after === page ? fetched : null;
  const next = later === null ? (page?.next ?? null) : later.next;
  const more = (): void => {
    if (page === undefined || next === null || busy.current) return;
    busy.current = true;
    const asked = client.endpoints.registerPage.initiate(
      { ...filter, limit: PAGE, cursor: next },
      { subscribe: false, forceRefetch: true },
    );
    void dispatch(asked)
      .unwrap()
      .then(({ lines, next: then }) =>
        setFetched({ after: page, lines: [...(later?.lines ?? []), ...lines], next: then }),
      )
      .catch(() => undefined)
      .finally(() => (busy.current = false));
  };
  return {
    total: page?.total ?? null,
    lines: [...(page?.lines ?? []), ...(later?.lines ?? [])],
    problem: page === undefined ? problemOf(first.error) : null,
    more,
    retry: () => void first.refetch(),
  };
}
