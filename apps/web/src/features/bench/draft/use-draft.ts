import { useEffect, useMemo, useSyncExternalStore } from 'react';
import type { CheckDto } from '../../../shared/api/index.ts';
import type { BenchPort } from '../port/bench-port.ts';
import { DraftKeeper, type DraftSnapshot } from './draft-keeper.ts';

/** The draft of a check, kept while its page is open. */
export function useDraft(check: CheckDto, port: BenchPort): [DraftSnapshot, DraftKeeper] {
  const keeper = useMemo(
    () => new DraftKeeper({ check, author: port.author, storage: port.kept, begun: port.begun, send: port.save }),
    // The keeper depends on the ids of check and person, not on the refetched object.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [check.id, port.author.id],
  );
  useEffect(() => {
    keeper.resume();
    return () => keeper.dispose();
  }, [keeper]);
  return [useSyncExternalStore(keeper.subscribe, keeper.current), keeper];
}
