import { problemOf, useRegisterPagesInfiniteQuery, type Problem, type UnitLineDto } from '../../shared/api/index.ts';
import { type RegisterFilter, asked } from './register-filter.ts';

interface Register {
  readonly total: number | null;
  readonly lines: readonly UnitLineDto[];
  readonly problem: Problem | null;
  /** Fetches the next page, when there is one and it is not on its way. */
  readonly more: () => void;
  readonly retry: () => void;
}

/** The loaded pages of the register. */
export function useRegister(filter: RegisterFilter): Register {
  const pages = useRegisterPagesInfiniteQuery(asked(filter));
  const known = pages.currentData?.pages;
  return {
    total: known?.[0]?.total ?? null,
    lines: known?.flatMap(({ lines }) => lines) ?? [],
    problem: known === undefined ? problemOf(pages.error) : null,
    more: () => {
      if (pages.hasNextPage && !pages.isFetching) void pages.fetchNextPage();
    },
    retry: () => void pages.refetch(),
  };
}
