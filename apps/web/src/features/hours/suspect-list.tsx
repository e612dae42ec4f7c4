import { Button, Checkbox } from 'antd';
import { useState } from 'react';
import {
  problemOf,
  useReopenReadingMutation,
  useSettleReadingsMutation,
  useSuspectPagesInfiniteQuery,
  type SettleReadingDto,
  type SuspectDto,
} from '../../shared/api/index.ts';
import { PLAIN_SETTLEMENTS } from '../../shared/format/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { Pending, ProblemNote } from '../../shared/ui/index.ts';
import { SuspectLine } from './suspect-line.tsx';

/** The last settlement, while it can be undone. */
interface Settled {
  readonly ids: readonly string[];
  readonly words: string;
}

/** The suspect readings of the shop, with likely explanations as buttons, also for several at once. */
export function SuspectList() {
  const maySettle = useMay('settleReadings');
  const pages = useSuspectPagesInfiniteQuery(undefined, { refetchOnMountOrArgChange: 60 });
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const { decide, takeBack, last, refusals, settling, reopening } = useDeciding(() => setChosen(new Set()));
  const read = pages.data?.pages ?? [];
  const lines = read.flatMap((page) => page.lines);
  const total = read[0]?.total ?? 0;
  return (
    <aside className="suspects" aria-label="Readings that do not add up">
      <header>
        <h2>Does not add up</h2>
        <span className="muted dense">{pages.data && toSettleText(total)}</span>
      </header>
      {last && <SettledLast last={last} busy={reopening.isLoading} takeBack={() => void takeBack()} />}
      <ProblemNote problem={problemOf(pages.error ?? settling.error ?? reopening.error)} />
      {pages.data === undefined && !pages.error && <Pending lines={6} />}
      {maySettle && lines.length > 1 && (
        <ChooseMany
          lines={lines}
          chosen={chosen}
          choose={setChosen}
          busy={settling.isLoading}
          decide={(words, settlement) => void decide([...chosen], words, settlement)}
        />
      )}
      <ol>
        {lines.map((suspect) => (
          <SuspectLine
            key={suspect.reading.id}
            suspect={suspect}
            maySettle={maySettle}
            chosen={chosen.has(suspect.reading.id)}
            refusal={refusals.get(suspect.reading.id)}
            choose={(on) => setChosen(on ? new Set([...chosen, suspect.reading.id]) : less(chosen, suspect.reading.id))}
            decide={(words, settlement) => void decide([suspect.reading.id], `${suspect.tag}, ${words}`, settlement)}
          />
        ))}
      </ol>
      {pages.hasNextPage && (
        <Button loading={pages.isFetchingNextPage} onClick={() => void pages.fetchNextPage()}>
          Show more of the {total}
        </Button>
      )}
      {!maySettle && total > 0 && <p className="muted">A lead settles these.</p>}
    </aside>
  );
}

interface SettledLastProps {
  readonly last: Settled;
  readonly busy: boolean;
  readonly takeBack: () => void;
}

const SettledLast = ({ last: { words, ids }, busy, takeBack }: SettledLastProps) => (
  <p className="suspects-last" role="status">
    {words}: {ids.length === 1 ? 'settled' : `${ids.length} settled`}.{' '}
    <Button size="small" loading={busy} onClick={takeBack}>
      Take it back
    </Button>
  </p>
);

const toSettleText = (total: number): string => (total === 0 ? 'nothing to settle' : `${total} to settle`);

const less = (ids: ReadonlySet<string>, id: string): ReadonlySet<string> =>
  new Set([...ids].filter((each) => each !== id));

interface ManyProps {
  readonly lines: readonly SuspectDto[];
  readonly chosen: ReadonlySet<string>;
  readonly choose: (chosen: ReadonlySet<string>) => void;
  readonly busy: boolean;
  readonly decide: (words: string, settlement: SettleReadingDto) => void;
}

/** Selects all listed readings, and settles the selected ones the same way. */
function ChooseMany({ lines, chosen, choose, busy, decide }: ManyProps) {
  const shown = lines.filter(({ reading }) => chosen.has(reading.id));
  return (
    <div className="suspects-many">
      <Checkbox
        checked={shown.length === lines.length}
        indeterminate={shown.length > 0 && shown.length < lines.length}
        onChange={({ target }) => choose(new Set(target.checked ? lines.map(({ reading }) => reading.id) : []))}
      >
        {shown.length === 0 ? 'Choose many' : `${shown.length} chosen`}
      </Checkbox>
      {shown.length > 0 &&
        PLAIN_SETTLEMENTS.map(({ words, settlement }) => (
          <Button key={words} size="small" loading={busy} onClick={() => decide(words, settlement)}>
            {words}
          </Button>
        ))}
    </div>
  );
}

/** Settles readings, and undoes the last settlement. */
function useDeciding(done: () => void) {
  const [settle, settling] = useSettleReadingsMutation();
  const [reopen, reopening] = useReopenReadingMutation();
  const [last, setLast] = useState<Settled | null>(null);
  const [refusals, setRefusals] = useState<ReadonlyMap<string, string>>(new Map());
  const decide = async (ids: readonly string[], words: string, settlement: SettleReadingDto): Promise<void> => {
    const answer = await settle({ settleManyDto: { settlements: ids.map((id) => ({ id, ...settlement })) } });
    if (answer.data === undefined) return;
    const { outcomes } = answer.data;
    setRefusals(new Map(outcomes.filter((each) => !each.settled).map(({ id, refusal }) => [id, refusal])));
    const settled = outcomes.filter((each) => each.settled).map(({ id }) => id);
    setLast(settled.length === 0 ? null : { ids: settled, words });
    done();
  };
  const takeBack = async (): Promise<void> => {
    for (const id of last?.ids ?? []) {
      const answer = await reopen({ id });
      if (answer.error !== undefined) return;
    }
    setLast(null);
  };
  return { decide, takeBack, last, refusals, settling, reopening };
}
