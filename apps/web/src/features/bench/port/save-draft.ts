import { type CheckDto, type Dispatch, client, problemOf, sent } from '../../../shared/api/index.ts';
import { begunAt, forgetBegun, joinOther } from '../draft/begun.ts';
import type { Send } from '../draft/draft-keeper.ts';

/** Saves the draft of a check on the server. A check that was begun without the server is started there first. */
export const saveOf =
  (dispatch: Dispatch, { id, tag, by }: { readonly id: string; readonly tag: string; readonly by: string }): Send =>
  async (version, draft) => {
    const begun = begunAt(tag);
    if (begun?.id === id) {
      const { error } = await sent(dispatch, client.endpoints.startCheck.initiate({ tag, startCheckDto: { id } }));
      const problem = problemOf(error);
      const other = problem?.code === 'check-open' ? problem.facts.checkId : undefined;
      if (typeof other === 'string') joinOther(tag, begun, other);
      if (problem !== null) return { problem };
      forgetBegun(tag);
    }
    const { data, error } = await sent<CheckDto>(
      dispatch,
      client.endpoints.saveDraft.initiate({ id, saveDraftDto: { version, draft, by } }),
    );
    const problem = problemOf(error);
    if (data !== undefined) return { check: data };
    if (problem !== null) return { problem };
    throw new Error('a save gave neither an answer nor an error');
  };
