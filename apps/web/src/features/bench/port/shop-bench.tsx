import { type ReactNode, useMemo } from 'react';
import { useStore } from 'react-redux';
import {
  type CheckDto,
  type UnitDto,
  client,
  problemOf,
  sent,
  useAdjustingQuery,
  useChecksOfUnitQuery,
  useFollowUpsOfUnitQuery,
  useListAttachmentsQuery,
  useOpenProblemsQuery,
  useUnitStatusQuery,
} from '../../../shared/api/index.ts';
import { useMe } from '../../../shared/me/index.ts';
import { deviceStore } from '../../../shared/outbox/index.ts';
import { ReadingForm } from '../../../shared/ui/index.ts';
import { Attachments } from '../../attachments/index.ts';
import { begunAt } from '../draft/begun.ts';
import { saveOf } from './save-draft.ts';
import { type BenchPort, BenchPortProvider, type Ended } from './bench-port.ts';

interface ShopBenchProps {
  readonly unit: UnitDto;
  readonly check: CheckDto;
  readonly children: ReactNode;
}

/** The bench of the shop: a check on the server, or one that this device holds until the server answers. */
export const ShopBench = ({ unit, check, children }: ShopBenchProps) => (
  <BenchPortProvider value={useShopBench(unit, check)}>{children}</BenchPortProvider>
);

function useShopBench({ tag, family, noMeter }: UnitDto, { id }: CheckDto): BenchPort {
  const { dispatch } = useStore();
  const me = useMe();
  return useMemo(
    () => {
      const ending = async (action: unknown): Promise<Ended> => {
        const { data, error } = await sent<CheckDto>(dispatch, action);
        const problem = problemOf(error);
        if (data !== undefined) return { kind: 'done', check: data };
        if (problem !== null) return { kind: 'refused', problem };
        throw new Error('a request gave neither an answer nor an error');
      };
      return {
        ...factsOf(tag, family.id),
        author: { id: me.id, name: me.name },
        kept: deviceStore(),
        begun: begunAt(tag)?.id === id,
        save: saveOf(dispatch, { id, tag, by: me.id }),
        sign: (version, note) => ending(client.endpoints.signCheck.initiate({ id, signCheckDto: { version, note } })),
        putAside: (version, closedUp) =>
          ending(client.endpoints.putAside.initiate({ id, dropCheckDto: { version, closedUp } })),
        leadsTo: `/units/${encodeURIComponent(tag)}`,
        Photos: ({ words }) => <CheckPhotos checkId={id} words={words} />,
        Meter: noMeter ? null : () => <ReadingForm tag={tag} />,
      };
    },
    // The port depends on the ids of check and person, not on refetched objects.
    [id, tag, family.id, noMeter, me.id, me.name, dispatch],
  );
}

const factsOf = (
  tag: string,
  familyId: string,
): Pick<BenchPort, 'useStatus' | 'useAdjusting' | 'useProblems' | 'useFollowUps' | 'useLastCheck'> => ({
  useStatus: () => useUnitStatusQuery({ tag }).data,
  useAdjusting: () => useAdjustingQuery({ id: familyId }).data,
  useProblems: () => useOpenProblemsQuery({ tag }).data ?? [],
  useFollowUps: () => useFollowUpsOfUnitQuery({ tag }).data ?? [],
  useLastCheck: () => {
    const last = useChecksOfUnitQuery({ tag }).data?.checks.find(({ struck }) => !struck);
    return (
      last && {
        at: last.performedAt ?? last.savedAt,
        by: last.past?.doneBy ?? last.signedBy,
        note: last.note,
        draft: last.draft,
      }
    );
  },
});

/** Photos beside a check, and a way to add one. */
function CheckPhotos({ checkId, words }: { readonly checkId: string; readonly words: string }) {
  const { data: photos = [] } = useListAttachmentsQuery({ checkId });
  return <Attachments files={photos} beside={{ checkId }} words={words} />;
}
