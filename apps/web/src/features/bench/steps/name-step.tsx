import { engineParts } from '../../../shared/format/index.ts';
import { ChoiceRow } from './choice-row.tsx';
import { StepFrame, withWork } from './step-frame.tsx';
import type { StepProps } from './step-props.ts';

/** Identification of the valves, before any gap is recorded. */
export function NameStep({ unit, draft, change, goOn }: StepProps) {
  const { family } = unit;
  const { intakeSide, exhaustSide } = family.sheet;
  const { intakePort, exhaustPort } = engineParts(family.sheet);
  const ways = [
    ['ports', `By the ports: ${intakePort} and ${exhaustPort}`],
    ['motion', 'By the order in which they move'],
  ] as const;
  return (
    <StepFrame step="name" unit={unit} draft={draft} change={change} goOn={goOn}>
      <p>
        {intakeSide !== '' && <>Intake {intakeSide}. </>}
        {exhaustSide !== '' && <>Exhaust {exhaustSide}. </>}
        {intakeSide === '' && exhaustSide === '' && 'The sheet does not say where they are.'}
      </p>
      <p className="muted">
        Where ports do not tell: turn the engine in its running direction. After the exhaust valve closes, the intake
        opens.
      </p>
      <ChoiceRow
        label="How the valves were told apart"
        options={ways}
        value={draft.work?.named ?? null}
        choose={(named) => change(withWork({ named }))}
      />
    </StepFrame>
  );
}
