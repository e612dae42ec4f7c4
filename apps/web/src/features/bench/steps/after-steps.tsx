import { Button } from 'antd';
import { stillOff } from '@sturdy-shim/core';
import { clockText } from '../../../shared/format/index.ts';
import { CoverDrawing } from '../../../shared/drawings/index.ts';
import { ChoiceRow } from './choice-row.tsx';
import { StepFrame, withWork } from './step-frame.tsx';
import type { StepProps } from './step-props.ts';
import { usePassed } from './warm-up.tsx';

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

const SEALS = [
  ['new', 'New seal'],
  ['reused', 'Reused, it is sound'],
  ['sealant', 'Sealant'],
] as const;

/** What came off goes back, last off first; the seal, and the cover screws in their order. */
export function CloseStep({ unit, draft, change, goOn }: StepProps) {
  const { family } = unit;
  const work = draft.work ?? {};
  const off = work.off ?? [];
  const { coverScrews, sealNote, sealCureHours, torques } = family.sheet;
  const since = usePassed(work.sealantAt ?? null);
  const left = stillOff(work);
  const putBack = (name: string, back: boolean): void =>
    change(withWork({ off: off.map((each) => (each.name === name ? { ...each, back } : each)) }));
  return (
    <StepFrame step="close" unit={unit} draft={draft} change={change} goOn={goOn}>
      <p className="muted">
        Clean both faces. Snug the screws round, then to torque.
        {sealNote !== '' && ` Seal: ${sealNote}.`}
      </p>
      <ChoiceRow
        label="Cover seal"
        options={SEALS}
        value={work.seal ?? null}
        choose={(seal) => change(withWork({ seal, ...(seal !== 'sealant' && { sealantAt: null }) }))}
      />
      {work.seal === 'sealant' && (
        <p>
          <Button onClick={() => change(withWork({ sealantAt: new Date().toISOString() }))}>
            {(work.sealantAt ?? null) === null ? 'The cover is on: start the cure timer' : 'Start again'}
          </Button>{' '}
          {typeof work.sealantAt === 'string' && (
            <>
              on since {clockText(work.sealantAt)}, <span className="mono">{since}</span> ago
            </>
          )}
          {sealCureHours !== null && ` · wait ${sealCureHours} h before oil and running`}
        </p>
      )}
      {off.length > 0 && (
        <div className="off-list" role="group" aria-label="Put back, last off first">
          {off.toReversed().map(({ name, back }) => (
            <button
              key={name}
              type="button"
              role="checkbox"
              aria-checked={back}
              className={`big-choice${back ? ' chosen' : ''}`}
              onClick={() => putBack(name, !back)}
            >
              <span className="step-box" aria-hidden="true" />
              {name}
            </button>
          ))}
        </div>
      )}
      {off.length > 0 && (
        <p className={left.length === 0 ? 'words-inside' : 'muted'} role="status">
          {left.length === 0 ? 'Everything is back on.' : `Still off: ${left.join(', ')}.`}
        </p>
      )}
      {coverScrews !== null && (
        <>
          <CoverDrawing screws={coverScrews} />
          <label className="close-torqued">
            <input
              type="checkbox"
              checked={work.torqued === true}
              onChange={({ target }) => change(withWork({ torqued: target.checked }))}
            />{' '}
            All cover screws to torque, in that order
            {torques[0] !== undefined &&
              ` (${torques.map(({ what, value, unit }) => `${what} ${value} ${unit}`).join(', ')})`}
          </label>
        </>
      )}
    </StepFrame>
  );
}

const RAN = [
  ['well', 'Starts and runs well'],
  ['trouble', 'It does not run well'],
  ['later', 'Not run here: to be proven at work'],
] as const;

/** The engine says whether the work was good. */
export const RunStep = ({ unit, draft, change, goOn }: StepProps) => (
  <StepFrame step="run" unit={unit} draft={draft} change={change} goOn={goOn}>
    <p className="muted">
      Hands, sleeves and tools clear of what turns. It starts easily, does not tick or smoke, and no oil shows at the
      cover.
    </p>
    <ChoiceRow
      label="How it ran"
      options={RAN}
      value={draft.work?.ran ?? null}
      choose={(ran) => change(withWork({ ran }))}
    />
  </StepFrame>
);
