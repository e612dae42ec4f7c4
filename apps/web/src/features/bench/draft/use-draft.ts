import { useEffect, useMemo, useSyncExternalStore } from 'react';
import { problemOf, useSaveDraftMutation, useStartCheckMutation, type CheckDto } from '../../../shared/api/index.ts';
import { useMe } from '../../../shared/me/index.ts';
import { begunAt, forgetBegun, joinOther } from './begun.ts';
import { DraftKeeper, type DraftSnapshot } from './draft-keeper.ts';

/** The draft of a check, kept while its page is open. One that was begun with the server away is begun there first. */
export function useDraft(check: CheckDto): [DraftSnapshot, DraftKeeper] {
  const [save] = useSaveDraftMutation();
  const [start] = useStartCheckMutation();
  const me = useMe();
  const keeper = useMemo(
    () => {
      const { id, unitTag: tag } = check;
      const isBegun = (): boolean => begunAt(tag)?.id === id;
      return new DraftKeeper({
        check,
        author: { id: me.id, name: me.name },
        storage: localStorage,
        begun: isBegun(),
        send: async (version, draft) => {
          if (isBegun()) {
            const { error } = await start({ tag, startCheckDto: { id } });
            const problem = problemOf(error);
            const other = problem?.code === 'check-open' ? problem.facts.checkId : undefined;
            const begun = begunAt(tag);
            if (typeof other === 'string' && begun !== null) joinOther(tag, begun, other);
            if (problem !== null) return { problem };
            forgetBegun(tag);
          }
          const { data, error } = await save({ id, saveDraftDto: { version, draft, by: me.id } });
          const problem = problemOf(error);
          if (data !== undefined) return { check: data };
          if (problem !== null) return { problem };
          throw new Error('a save gave neither an answer nor an error');
        },
      });
    },
    // The keeper belongs to the check and to who works on it, not to the copy of it that a later fetch brings.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [check.id, me.id],
  );
  useEffect(() => {
    keeper.resume();
    return () => keeper.dispose();
  }, [keeper]);
  return [useSyncExternalStore(keeper.subscribe, keeper.current), keeper];
}
