import { ChoiceRow } from './choice-row.tsx';
import { StepFrame, withWork } from './step-frame.tsx';
import type { StepProps } from './step-props.ts';

const BUMP = [
  ['bump', 'The small lift is there'],
  ['no-bump', 'No small lift'],
] as const;

/** The starting aid lifts a valve a little on the compression stroke: without that lift the camshaft is suspect. */
export const ReleaseStep = ({ unit, draft, change, goOn }: StepProps) => (
  <StepFrame step="release" unit={unit} draft={draft} change={change} goOn={goOn}>
    <p>{unit.family.sheet.compressionRelease}</p>
    <p className="muted">
      Turn slowly through the compression stroke and watch the rocker: the valve lifts a little and shuts again before
      the top.
    </p>
    <ChoiceRow
      label="Compression release"
      options={BUMP}
      value={draft.work?.release ?? null}
      choose={(release) => change(withWork({ release }))}
    />
    {draft.work?.release === 'no-bump' && (
      <p className="words-undecided">
        Suspect the camshaft. Say in the note what is to be done before the unit goes out.
      </p>
    )}
  </StepFrame>
);

const CAPS = [
  ['present', 'Every cap is on its stem'],
  ['missing', 'One is missing'],
] as const;

/** The small caps fall off unseen. */
export const CapsStep = ({ unit, draft, change, goOn }: StepProps) => (
  <StepFrame step="caps" unit={unit} draft={draft} change={change} goOn={goOn}>
    <p className="muted">Look at every valve: the small cap must sit on its stem before the cover goes on.</p>
    <ChoiceRow
      label="Stem caps"
      options={CAPS}
      value={draft.work?.caps ?? null}
      choose={(caps) => change(withWork({ caps }))}
    />
    {draft.work?.caps === 'missing' && (
      <p className="words-undecided">
        Look for it in the oil and around the rockers. Do not run the engine without it.
      </p>
    )}
  </StepFrame>
);
