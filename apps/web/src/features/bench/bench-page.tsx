import { Link, useParams } from 'react-router';
import {
  problemOf,
  useCheckQuery,
  useChecksOfUnitQuery,
  useListBladeSetsQuery,
  useUnitQuery,
  type BladeSetDto,
} from '../../shared/api/index.ts';
import { Pending, ProblemNote, useTitle } from '../../shared/ui/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { ReadOnlyCheck } from './read-only-check.tsx';
import { StartPanel } from './start-panel.tsx';
import { Workspace } from './workspace.tsx';
import './bench.css';
import './steps/steps.css';

/** Sets that are in use, without blades that were taken out; of a blade only what a try says of it. */
const inUse = (sets: readonly BladeSetDto[]): BladeSetDto[] =>
  sets
    .filter(({ active }) => active)
    .map((set) => ({
      ...set,
      blades: set.blades
        .filter(({ out }) => out !== true)
        .map(({ printed, measuredMm = null }) => ({ printed, measuredMm })),
    }));

/** A unit on the bench: begin its check, or go on where it was left. */
export function BenchPage() {
  const { tag = '' } = useParams();
  useTitle(`${tag} on the bench`);
  const mayWrite = useMay('saveDraft');
  const unit = useUnitQuery({ tag });
  const checks = useChecksOfUnitQuery({ tag }, { refetchOnMountOrArgChange: true });
  const sets = useListBladeSetsQuery();
  const openId = checks.data?.openCheckId ?? null;
  const check = useCheckQuery({ id: openId ?? '' }, { skip: openId === null, refetchOnMountOrArgChange: true });
  // What is on the bench stays there when a look for news fails.
  const failed = [unit, checks, sets, check].find(
    ({ error, currentData }) => error !== undefined && currentData === undefined,
  )?.error;
  if (failed) {
    const retry = (): void => [unit, checks, sets].forEach(({ refetch }) => void refetch());
    return (
      <main className="page-note">
        <h1>
          {problemOf(failed)?.code === 'no-such-unit'
            ? `No unit has the tag ${tag}.`
            : 'This unit cannot be opened on the bench right now.'}
        </h1>
        <ProblemNote problem={problemOf(failed)} retry={retry} />
        <Link to="/bench">Back to the bench</Link>
      </main>
    );
  }
  if (!unit.data || !checks.data || !sets.data) return <Pending lines={10} />;
  if (openId === null) return <StartPanel unit={unit.data} />;
  if (!mayWrite) return <ReadOnlyCheck unit={unit.data} check={check.currentData} />;
  const open = check.currentData;
  return open === undefined || open.state !== 'draft' ? (
    <Pending lines={10} />
  ) : (
    <Workspace key={open.id} unit={unit.data} check={open} sets={inUse(sets.data)} />
  );
}
