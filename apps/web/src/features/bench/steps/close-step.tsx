import { stillOff } from '@sturdy-shim/core';
import { Button, Input } from 'antd';
import { TEXT_LIMITS, type WorkDto } from '../../../shared/api/index.ts';
import { torquesFor } from '../../../shared/format/index.ts';
import { useKeys } from '../../../shared/ui/index.ts';
import { BigChoice } from './big-choice.tsx';
import { ChoiceRow } from './choice-row.tsx';
import { Curing } from './curing.tsx';
import { StepFrame, withWork } from './step-frame.tsx';
import type { StepProps } from './step-props.ts';

const SEALS = [
  ['new', 'New seal'],
  ['reused', 'Reused, it is sound'],
  ['sealant', 'Sealant'],
] as const;
/** The number keys after those of the seal. */
const FIRST_KEY = SEALS.length + 1;
const KEYS = 10 - FIRST_KEY;

/** Closing up: removed parts in reverse order, the seal, and the cover screws in their order. */
export function CloseStep({ unit, draft, change, goOn }: StepProps) {
  const { family } = unit;
  const work = draft.work ?? {};
  const off = work.off ?? [];
  const { coverScrews, sealNote, seal } = family.sheet;
  const back = off.toReversed();
  const putBack = (name: string, isBack: boolean): void =>
    change(withWork({ off: off.map((each) => (each.name === name ? { ...each, back: isBack } : each)) }));
  useKeys(
    back.slice(0, KEYS).map((each, index) => ({
      key: String(FIRST_KEY + index),
      what: `Back on: ${each.name}`,
      run: () => putBack(each.name, !each.back),
    })),
  );
  const covered = torquesFor(family.sheet, 'cover');
  return (
    <StepFrame step="close" unit={unit} draft={draft} change={change} goOn={goOn}>
      <p className="muted">
        Clean both faces. Snug the screws round, then to torque.
        {seal === 'renew' && ' New seal every time.'}
        {sealNote !== '' && ` Seal: ${sealNote}.`}
      </p>
      <SealChoice unit={unit} draft={draft} change={change} />
      {back.length > 0 && <PutBack parts={back} putBack={putBack} />}
      {coverScrews !== null && (
        <label className="close-torqued">
          <input
            type="checkbox"
            checked={work.torqued === true}
            onChange={({ target }) => change(withWork({ torqued: target.checked }))}
          />{' '}
          All cover screws to torque, in that order{covered.length > 0 && ` (${covered.join(', ')})`}
        </label>
      )}
    </StepFrame>
  );
}

/** The seal that was used; sealant cures before oil and running. */
function SealChoice({ unit: { family }, draft, change }: Pick<StepProps, 'unit' | 'draft' | 'change'>) {
  const { seal } = family.sheet;
  const work = draft.work ?? {};
  return (
    <>
      <ChoiceRow
        label="Cover seal"
        options={SEALS}
        value={work.seal ?? null}
        choose={(chosen) => change(withWork({ seal: chosen, ...(chosen !== 'sealant' && { sealantAt: null }) }))}
      />
      {seal === 'renew' && work.seal === 'reused' && (
        <p className="seal-reason">
          <label htmlFor="seal-reason">This family wants a new seal every time. Why was it reused?</label>
          <Input
            id="seal-reason"
            maxLength={TEXT_LIMITS.WorkDto.sealReason}
            value={work.sealReason ?? ''}
            onChange={({ target }) => change(withWork({ sealReason: target.value }))}
          />
        </p>
      )}
      {work.seal === 'sealant' && (
        <>
          {(work.sealantAt ?? null) === null && (
            <Button onClick={() => change(withWork({ sealantAt: new Date().toISOString() }))}>
              The cover is on: start the cure timer
            </Button>
          )}
          <Curing
            family={family}
            sealantAt={work.sealantAt ?? null}
            stop={() => change(withWork({ sealantAt: null }))}
          />
        </>
      )}
    </>
  );
}

interface PutBackProps {
  /** Last off first. */
  readonly parts: NonNullable<WorkDto['off']>;
  readonly putBack: (name: string, isBack: boolean) => void;
}

function PutBack({ parts: back, putBack }: PutBackProps) {
  const left = stillOff({ off: back.toReversed() });
  return (
    <>
      <div className="off-list" role="group" aria-label="Put back, last off first">
        {back.map(({ name, back: isBack }, index) => (
          <BigChoice
            key={name}
            role="checkbox"
            words={name}
            keyName={index < KEYS ? String(FIRST_KEY + index) : ''}
            chosen={isBack}
            choose={() => putBack(name, !isBack)}
          />
        ))}
      </div>
      <p className={left.length === 0 ? 'words-inside' : 'muted'} role="status">
        {left.length === 0 ? 'Everything is back on.' : `Still off: ${left.join(', ')}.`}
      </p>
    </>
  );
}
