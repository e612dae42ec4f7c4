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
  type UnitDto,
} from '../../shared/api/index.ts';
import { PageFrame, UnitFailed, useTitle } from '../../shared/ui/index.ts';
import { useMay, useMe } from '../../shared/me/index.ts';
import { type Begun, begunAt, checkBegun, joinOther } from './draft/begun.ts';
import { ReadOnlyCheck } from './read-only-check.tsx';
import { StartPanel } from './start-panel.tsx';
import { ShopBench } from './port/shop-bench.tsx';
import { Workspace } from './workspace.tsx';
import './bench.css';
import './steps/steps.css';

/** Sets in use, without blades that were taken out, and with only the fields that the bench shows. */
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

/** A unit on the bench: starts its check, or continues the open one. */
export function BenchPage() {
  const { tag = '' } = useParams();
  useTitle(`${tag} on the bench`);
  const mayWrite = useMay('saveDraft');
  const me = useMe();
  const bench = useOnBench(tag);
  const [save, taking] = useSaveDraftMutation();
  /** Checks that this person took over, or worked on, since the page was opened. */
  const [mine, setMine] = useState<ReadonlySet<string>>(new Set());
  const keep = useCallback(
    (id: string) => setMine((before) => (before.has(id) ? before : new Set([...before, id]))),
    [],
  );
  const takeOver = async ({ id, version, draft }: CheckDto): Promise<void> => {
    // Saved again under the new name: the earlier person sees both versions at their next save.
    const { data } = await save({ id, saveDraftDto: { version, draft } });
    if (bench.kind === 'open') await bench.reload();
    if (data !== undefined) keep(id);
  };
  if (bench.kind === 'failed') return <UnitFailed tag={tag} error={bench.error} retry={bench.retry} />;
  if (bench.kind === 'waiting') return <Waiting tag={tag} />;
  if (bench.kind === 'none-open') return <StartPanel unit={bench.unit} begin={bench.begin} />;
  const { unit, check: open } = bench;
  // A person who works on a check keeps it open; when another person saves it, both versions are shown.
  const others = open !== undefined && open.savedBy !== '' && open.savedBy !== me.name && !mine.has(open.id);
  if (!mayWrite || others)
    return (
      <ReadOnlyCheck
        unit={unit}
        check={open}
        takeOver={mayWrite && open !== undefined ? () => void takeOver(open) : null}
        busy={taking.isLoading}
        problem={problemOf(taking.error)}
      />
    );
  if (open?.state !== 'draft') return <Waiting tag={tag} />;
  return (
    <ShopBench key={open.id} unit={unit} check={open}>
      <Workspace unit={unit} check={open} sets={inUse(bench.sets)} opened={keep} />
    </ShopBench>
  );
}

const Waiting = ({ tag }: { readonly tag: string }) => (
  <PageFrame title={tag} asked={{ what: 'This unit', data: undefined, retry: () => undefined, lines: 10 }} />
);

type OnBench =
  | { readonly kind: 'waiting' }
  | {
      readonly kind: 'failed';
      readonly error: NonNullable<Parameters<typeof problemOf>[0]>;
      readonly retry: () => void;
    }
  | { readonly kind: 'none-open'; readonly unit: UnitDto; readonly begin: (begun: Begun) => void }
  | {
      readonly kind: 'open';
      readonly unit: UnitDto;
      /** Undefined while the check is loading. */
      readonly check: CheckDto | undefined;
      readonly sets: readonly BladeSetDto[];
      readonly reload: () => Promise<void>;
    };

/**
 * The check that was begun on this device while the server was away, as long as the server has no other one. It stays
 * open after it has reached the server.
 */
function useBegun(tag: string, openId: string | null) {
  const [begun, setBegun] = useState(() => begunAt(tag));
  const isOther = begun !== null && openId !== null && openId !== begun.id;
  // Moves its draft to the check of the server, before that is shown: it then opens with both versions.
  if (isOther && begunAt(tag)?.id === begun.id) joinOther(tag, begun, openId);
  return { begun: isOther ? null : begun, setBegun };
}

/** The unit, its open check, whether it is on the server or only on this device, and the blade sets. */
function useOnBench(tag: string): OnBench {
  const me = useMe();
  const unit = useUnitQuery({ tag });
  const checks = useChecksOfUnitQuery({ tag }, { refetchOnMountOrArgChange: true });
  const sets = useListBladeSetsQuery();
  const openId = checks.data?.openCheckId ?? null;
  const check = useCheckQuery({ id: openId ?? '' }, { skip: openId === null, refetchOnMountOrArgChange: true });
  const { begun, setBegun } = useBegun(tag, openId);
  // What is loaded stays on the page when a later request fails.
  const failed = [unit, checks, sets, check].find(
    ({ error, currentData }) => error !== undefined && currentData === undefined,
  );
  if (failed?.error)
    return {
      kind: 'failed',
      error: failed.error,
      retry: () => [unit, checks, sets].forEach(({ refetch }) => void refetch()),
    };
  if (!unit.data || !checks.data || !sets.data) return { kind: 'waiting' };
  if (openId === null && begun === null) return { kind: 'none-open', unit: unit.data, begin: setBegun };
  return {
    kind: 'open',
    unit: unit.data,
    check: check.currentData ?? (begun === null ? undefined : checkBegun(unit.data, begun, me.name)),
    sets: sets.data,
    reload: async () => void (await check.refetch()),
  };
}
