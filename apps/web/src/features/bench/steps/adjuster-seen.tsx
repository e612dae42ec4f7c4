import { keysOf } from '@sturdy-shim/core';
import type { FamilyDto } from '../../../shared/api/index.ts';
import { ADJUSTER_WORDS } from '../../../shared/format/index.ts';
import { BenchSelect } from '../bench-select.tsx';
import { withWork } from './step-frame.tsx';
import type { StepProps } from './step-props.ts';

type AdjusterKind = FamilyDto['adjusterKind'];

const SEEN = keysOf(ADJUSTER_WORDS)
  .filter((kind) => kind !== 'not-stated')
  .map((value) => ({ value, label: ADJUSTER_WORDS[value] }));

/** Asks which adjuster is on the engine if no source states it; the answer determines lock, shims and turns. */
export const AdjusterSeen = ({ draft, change }: Pick<StepProps, 'draft' | 'change'>) => (
  <p className="flow-choice">
    <label htmlFor="adjuster-seen">The adjuster on this engine</label>{' '}
    <BenchSelect<AdjusterKind>
      id="adjuster-seen"
      placeholder="not stated: look and say"
      allowClear
      value={draft.work?.adjuster ?? null}
      onChange={(adjuster: AdjusterKind | undefined) => change(withWork({ adjuster: adjuster ?? null }))}
      options={SEEN}
    />
  </p>
);
