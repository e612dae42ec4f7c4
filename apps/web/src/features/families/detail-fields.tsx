import { Checkbox } from 'antd';
import {
  FLOW_WORDS,
  FUEL_WORDS,
  MAKE_SAFE_WORDS,
  RELEASE_WORDS,
  SEAL_WORDS,
  TURN_BY_WORDS,
} from '../../shared/format/index.ts';
import { CoverDrawing } from '../../shared/drawings/index.ts';
import { type FamilyDraft, movesStated, turns } from './family-draft.ts';
import { type FamilyFieldKit, optionsOf } from './family-field-kit.tsx';
import { ItemFields } from './item-fields.tsx';
import { TorqueFields } from './torque-fields.tsx';

interface DetailFieldsProps {
  readonly kit: FamilyFieldKit;
  readonly draft: FamilyDraft;
  readonly set: (next: Partial<FamilyDraft>) => void;
  /** The cover as it is typed, where that can be read. */
  readonly coverScrews: {
    readonly count: number;
    readonly long: readonly number[];
    readonly order: readonly number[];
  } | null;
}

/** What a family needs not say at once: all that the sheet shows beside the spec. */
export function DetailFields({ kit: { field, area, choose, several }, draft, set, coverScrews }: DetailFieldsProps) {
  return (
    <>
      <details>
        <summary>Valves, crank, adjuster, how to turn it</summary>
        <div className="form-grid">
          {field('intakePerCylinder', 'Intake valves per cylinder', { mono: true })}
          {field('exhaustPerCylinder', 'Exhaust valves per cylinder', { mono: true })}
          {field('intakeSide', 'Intake is at')}
          {field('exhaustSide', 'Exhaust is at')}
          {field('firesAtDeg', 'Cylinders fire at, degrees of 720', { mono: true })}
          {choose('fuel', 'Fuel', optionsOf(FUEL_WORDS, 'not said'))}
          {choose('turnBy', 'Turned by', optionsOf(TURN_BY_WORDS, 'not said'))}
          {choose('usualFlow', 'Valves are worked', optionsOf(FLOW_WORDS, 'not said'))}
          {field('rotation', 'Turns which way, seen from where')}
          {several('releaseFirst', 'Release before turning', optionsOf(RELEASE_WORDS), 'nothing')}
          {field('mark', 'The timing mark, in words')}
          {field('compressionRelease', 'Compression release')}
          {field('pastTopMm', 'Gauged past top by, mm or 1/4 in', { mono: true })}
          {field('strokeMm', 'Stroke', { mono: true, suffix: 'mm' })}
          {field('rodMm', 'Rod, center to center', { mono: true, suffix: 'mm' })}
          {field('rimMm', 'Flywheel or pulley, across', { mono: true, suffix: 'mm' })}
          {field('fins', 'Fins or teeth around it', { mono: true })}
          {field('intakeOpens', 'Intake opens before top', { mono: true, suffix: '°' })}
          {field('intakeCloses', 'Intake closes after bottom', { mono: true, suffix: '°' })}
          {field('exhaustOpens', 'Exhaust opens before bottom', { mono: true, suffix: '°' })}
          {field('exhaustCloses', 'Exhaust closes after top', { mono: true, suffix: '°' })}
          {choose(
            'releaseValve',
            'Release lifts',
            optionsOf({ intake: 'the intake', exhaust: 'the exhaust' }, 'no valve, or not said'),
          )}
          {draft.releaseValve !== '' &&
            field('releaseFrom', 'Release lifts from, past top', { mono: true, suffix: '°' })}
          {draft.releaseValve !== '' && field('releaseTo', 'Release lets go at, past top', { mono: true, suffix: '°' })}
          {field('adjuster', 'Adjuster, in words')}
          {movesStated(draft.adjusterKind) && choose('moves', 'Its thread moves', optionsOf(MOVES_WORDS))}
          {draft.adjusterKind === 'shims' && field('shimFromMm', 'Shims to be had, from', { mono: true, suffix: 'mm' })}
          {draft.adjusterKind === 'shims' && field('shimToMm', 'Up to', { mono: true, suffix: 'mm' })}
          {draft.adjusterKind === 'shims' && field('shimStepMm', 'In steps of', { mono: true, suffix: 'mm' })}
          {turns(draft.adjusterKind) && field('pitchMm', 'Pitch of its thread', { mono: true, suffix: 'mm' })}
          {turns(draft.adjusterKind) && field('rockerRatio', 'Rocker ratio, valve arm over the other', { mono: true })}
        </div>
      </details>
      <details>
        <summary>Make safe, cover, seal, torques</summary>
        <div className="form-grid">
          {several('makeSafe', 'Make safe: asked at the bench', optionsOf(MAKE_SAFE_WORDS), 'what its fuel asks for')}
          {field('coverCount', 'Cover screws, how many', { mono: true })}
          {field('coverLong', 'Places of the long ones, clockwise from the top', { mono: true })}
          {field('coverOrder', 'Tightening order, if not crosswise', { mono: true })}
          {choose('seal', 'Cover seal', optionsOf(SEAL_WORDS, 'not said'))}
          {field('sealNote', 'Seal, in words')}
          {field('sealCureHours', 'Sealant waits', { mono: true, suffix: 'h' })}
        </div>
        {coverScrews !== null && <CoverDrawing screws={coverScrews} />}
        <TorqueFields torques={draft.torques} change={(torques) => set({ torques })} />
      </details>
      <details>
        <summary>What to have ready, cautions, how it is stamped</summary>
        <Checkbox checked={draft.stemCaps} onChange={({ target }) => set({ stemCaps: target.checked })}>
          Loose caps sit on the valve stems
        </Checkbox>
        <div className="form-grid">{choose('bladeShape', 'Blades', optionsOf(BLADE_SHAPE_WORDS, 'not said'))}</div>
        <ItemFields
          title="Tools"
          one="a tool"
          example={{ name: 'Wrench', size: '10 mm', place: 'lock nut' }}
          items={draft.tools}
          change={(tools) => set({ tools })}
        />
        <ItemFields
          title="Parts and fasteners"
          one="a part"
          example={{ name: 'Cover screw', size: 'M6 × 16', place: 'where it goes back' }}
          items={draft.parts}
          change={(parts) => set({ parts })}
        />
        <div className="form-grid">
          {area('comesOff', 'What comes off, in that order, one per line')}
          {area('cautions', 'Cautions, one per line')}
          {area('stampingPattern', 'Stamping patterns: * for anything, ? for one character; one per line')}
        </div>
      </details>
    </>
  );
}

const MOVES_WORDS = {
  'screw-at-push-rod': 'the push-rod end of the rocker',
  'screw-at-valve': 'the valve end of the rocker',
  'pivot-nut': 'the pivot of the rocker',
};
const BLADE_SHAPE_WORDS = { straight: 'straight', bent: 'bent', narrow: 'narrow point' };
