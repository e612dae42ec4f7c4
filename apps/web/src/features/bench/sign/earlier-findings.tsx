import { FINDING_KINDS, type FindingKind } from '@sturdy-shim/core';
import { Button } from 'antd';
import { FINDING_WORDS } from '../../../shared/format/index.ts';
import { useBenchPort } from '../port/bench-port.ts';
import { withWork } from '../steps/step-frame.tsx';
import type { StepProps } from '../steps/step-props.ts';

/** Findings of an earlier check that keep the unit in; only a check that states findings closes them. */
export function EarlierFindings({ draft, change }: Pick<StepProps, 'draft' | 'change'>) {
  const status = useBenchPort().useStatus();
  const found = (status?.reasons ?? []).flatMap((reason) =>
    reason.code === 'work-left' ? FINDING_KINDS.filter((kind) => kind === reason.what) : [],
  );
  if (found.length === 0 || draft.work?.findings !== undefined) return null;
  const say = (still: readonly FindingKind[]): void =>
    change(withWork({ findings: still.map((kind) => ({ kind, note: '' })) }));
  return (
    <section aria-labelledby="earlier-findings-title" className="answers">
      <h3 id="earlier-findings-title">Found by an earlier check</h3>
      <p>
        {found.map((kind) => FINDING_WORDS[kind][0]).join(', ')}. <b className="words-undecided">The unit stays in</b>{' '}
        until you say that it is gone.
      </p>
      <Button onClick={() => say([])}>It is gone</Button> <Button onClick={() => say(found)}>It is still there</Button>
    </section>
  );
}
