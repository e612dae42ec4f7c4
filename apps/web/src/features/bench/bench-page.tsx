import { useCallback, useState } from 'react';
import { useParams } from 'react-router';
import {
  problemOf,
  useCheckQuery,
  useChecksOfUnitQuery,
  useListBladeSetsQuery,
  useSaveDraftMutation,
  useUnitQuery,
  type BladeSetDto,
  type CheckDto,
} from '../../shared/api/index.ts';
import { PageFrame, useTitle } from '../../shared/ui/index.ts';
import { useMay, useMe } from '../../shared/me/index.ts';
import { begunAt, checkBegun, joinOther } from './draft/begun.ts';
import { ReadOnlyCheck } from './read-only-check.tsx';
import { StartPanel } from './start-panel.tsx';
import { ShopBench } from './port/shop-bench.tsx';
import { Workspace } from './workspace.tsx';
import './bench.css';
import './steps/steps.css';

/** Sets that are in use, without blades that were taken out; of a blade only what the bench shows. */
const inUse = (sets: readonly BladeSetDto[]): BladeSetDto[] =>
  sets
    .filter(({ active }) => active)
    .map((set) => ({
      ...set,
      blades: set.blades
        .filter(({ out }) => out !== true)
        .map(({ printed, alsoPrinted, measuredMm = null, flaw }) => ({
          printed,
          measuredMm,
          ...(alsoPrinted && { alsoPrinted }),
          ...(flaw && { flaw }),
        })),
    }));

/** A unit on the bench: begin its check, or go on where it was left. */
export function BenchPage() {
  const { tag = '' } = useParams();
  useTitle(`${tag} on the bench`);
  const mayWrite = useMay('saveDraft');
  const me = useMe();
  const unit = useUnitQuery({ tag });
  const checks = useChecksOfUnitQuery({ tag }, { refetchOnMountOrArgChange: true });
  const sets = useListBladeSetsQuery();
  const openId = checks.data?.openCheckId ?? null;
  const check = useCheckQuery({ id: openId ?? '' }, { skip: openId === null, refetchOnMountOrArgChange: true });
  /** A check that was begun here with the server away stays in front of its person until it has arrived, and after. */
  const [begun, setBegun] = useState(() => begunAt(tag));
  // Before the other check is shown: it then opens with both versions.
  if (begun !== null && openId !== null && openId !== begun.id && begunAt(tag)?.id === begun.id)
    joinOther(tag, begun, openId);
  const [save, taking] = useSaveDraftMutation();
  /** Checks that this person took over, or worked on, since the page was opened. */
  const [mine, setMine] = useState<ReadonlySet<string>>(new Set());
  const keep = useCallback(
    (id: string) => setMine((before) => (before.has(id) ? before : new Set([...before, id]))),
    [],
  );
  const takeOver = async ({ id, version, draft }: CheckDto): Promise<void> => {
    // Saved once more under the new name: whoever had it is told when they save.
    const { data } = await save({ id, saveDraftDto: { version, draft } });
    await check.refetch();
    if (data !== undefined) keep(id);
  };
  // What is on the bench stays there when a look for news fails.
  const failed = [unit, checks, sets, check].find(
    ({ error, currentData }) => error !== undefined && currentData === undefined,
  )?.error;
  const waiting = (
    <PageFrame title={tag} asked={{ what: 'This unit', data: undefined, retry: () => undefined, lines: 10 }} />
  );
  if (failed) {
    const retry = (): void => [unit, checks, sets].forEach(({ refetch }) => void refetch());
    return problemOf(failed)?.code === 'no-such-unit' ? (
      <PageFrame title={`No unit has the tag ${tag}.`} sentence="Search for it at the top by its serial or its kind." />
    ) : (
      <PageFrame title={tag} asked={{ what: 'This unit', data: undefined, error: failed, retry }} />
    );
  }
  if (!unit.data || !checks.data || !sets.data) return waiting;
  const begunHere = begun !== null && (openId === null || openId === begun.id) ? begun : null;
  if (openId === null && begunHere === null) return <StartPanel unit={unit.data} begin={setBegun} />;
  const open = check.currentData ?? (begunHere === null ? undefined : checkBegun(unit.data, begunHere, me.name));
  // Who works on it keeps it in front of them; a save of somebody else is then told as two versions.
  const others = open !== undefined && open.savedBy !== '' && open.savedBy !== me.name && !mine.has(open.id);
  if (!mayWrite || others)
    return (
      <ReadOnlyCheck
        unit={unit.data}
        check={open}
        takeOver={mayWrite && open !== undefined ? () => void takeOver(open) : null}
        busy={taking.isLoading}
        problem={problemOf(taking.error)}
      />
    );
  return open === undefined || open.state !== 'draft' ? (
    waiting
  ) : (
    <ShopBench key={open.id} unit={unit.data} check={open}>
      <Workspace unit={unit.data} check={open} sets={inUse(sets.data)} opened={keep} />
    </ShopBench>
  );
}
