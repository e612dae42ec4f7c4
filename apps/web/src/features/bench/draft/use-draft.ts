import { useEffect, useMemo, useSyncExternalStore } from 'react';
import { problemOf, useSaveDraftMutation, type CheckDto } from '../../../shared/api/index.ts';
import { DraftKeeper, type DraftSnapshot } from './draft-keeper.ts';

/** The draft of a check, kept while its page is open. */
export function useDraft(check: CheckDto): [DraftSnapshot, DraftKeeper] {
  const [save] = useSaveDraftMutation();
  const keeper = useMemo(
    () =>
      new DraftKeeper({
        check,
        storage: localStorage,
        send: async (version, draft) => {
          const { data, error } = await save({ id: check.id, saveDraftDto: { version, draft } });
          const problem = problemOf(error);
          if (data !== undefined) return { check: data };
          if (problem !== null) return { problem };
          throw new Error('a save gave neither an answer nor an error');
        },
      }),
    // The keeper belongs to the check, not to the copy of it that a later fetch brings.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [check.id],
  );
  useEffect(() => {
    keeper.resume();
    return () => keeper.dispose();
  }, [keeper]);
  return [useSyncExternalStore(keeper.subscribe, keeper.current), keeper];
}
