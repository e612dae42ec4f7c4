import { Checkbox, Form } from 'antd';
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
import { FamilyChoice, FamilyField, FamilyLines, FamilyList, optionsOf } from './family-fields.tsx';
import { ItemFields } from './item-fields.tsx';
import { TorqueFields } from './torque-fields.tsx';

interface DetailFieldsProps {
  readonly draft: FamilyDraft;
  /** The typed cover, if it can be read. */
  readonly coverScrews: {
    readonly count: number;
    readonly long: readonly number[];
    readonly order: readonly number[];
  } | null;
}

/** The optional fields of a family: everything on the sheet besides the spec. */
export const DetailFields = (props: DetailFieldsProps) => (
  <>
    <EngineDetails {...props} />
    <ClosingDetails {...props} />
    <ReadyDetails />
  </>
);

const EngineDetails = ({ draft }: DetailFieldsProps) => (
  <details>
    <summary>Valves, crank, adjuster, how to turn it</summary>
    <div className="form-grid">
      <FamilyField name="intakePerCylinder" label="Intake valves per cylinder" mono />
      <FamilyField name="exhaustPerCylinder" label="Exhaust valves per cylinder" mono />
      <FamilyField name="intakeSide" label="Intake is at" />
      <FamilyField name="exhaustSide" label="Exhaust is at" />
      <FamilyField name="firesAtDeg" label="Cylinders fire at, degrees of 720" mono />
      <FamilyChoice name="fuel" label="Fuel" options={optionsOf(FUEL_WORDS, 'not said')} />
      <FamilyChoice name="turnBy" label="Turned by" options={optionsOf(TURN_BY_WORDS, 'not said')} />
      <FamilyChoice name="usualFlow" label="Valves are worked" options={optionsOf(FLOW_WORDS, 'not said')} />
      <FamilyField name="rotation" label="Turns which way, seen from where" />
      <FamilyList
        name="releaseFirst"
        label="Release before turning"
        options={optionsOf(RELEASE_WORDS)}
        none="nothing"
      />
      <FamilyField name="mark" label="The timing mark, in words" />
      <FamilyField name="compressionRelease" label="Compression release" />
      <FamilyField name="pastTopMm" label="Gauged past top by, mm or 1/4 in" mono />
      <FamilyField name="strokeMm" label="Stroke" mono suffix="mm" />
      <FamilyField name="rodMm" label="Rod, center to center" mono suffix="mm" />
      <FamilyField name="rimMm" label="Flywheel or pulley, across" mono suffix="mm" />
      <FamilyField name="fins" label="Fins or teeth around it" mono />
      <FamilyField name="intakeOpens" label="Intake opens before top" mono suffix="°" />
      <FamilyField name="intakeCloses" label="Intake closes after bottom" mono suffix="°" />
      <FamilyField name="exhaustOpens" label="Exhaust opens before bottom" mono suffix="°" />
      <FamilyField name="exhaustCloses" label="Exhaust closes after top" mono suffix="°" />
      <FamilyChoice
        name="releaseValve"
        label="Release lifts"
        options={optionsOf({ intake: 'the intake', exhaust: 'the exhaust' }, 'no valve, or not said')}
      />
      {draft.releaseValve !== '' && (
        <FamilyField name="releaseFrom" label="Release lifts from, past top" mono suffix="°" />
      )}
      {draft.releaseValve !== '' && (
        <FamilyField name="releaseTo" label="Release lets go at, past top" mono suffix="°" />
      )}
      <FamilyField name="adjuster" label="Adjuster, in words" />
      {movesStated(draft.adjusterKind) && (
        <FamilyChoice name="moves" label="Its thread moves" options={optionsOf(MOVES_WORDS)} />
      )}
      {draft.adjusterKind === 'shims' && (
        <FamilyField name="shimFromMm" label="Shims to be had, from" mono suffix="mm" />
      )}
      {draft.adjusterKind === 'shims' && <FamilyField name="shimToMm" label="Up to" mono suffix="mm" />}
      {draft.adjusterKind === 'shims' && <FamilyField name="shimStepMm" label="In steps of" mono suffix="mm" />}
      {turns(draft.adjusterKind) && <FamilyField name="pitchMm" label="Pitch of its thread" mono suffix="mm" />}
      {turns(draft.adjusterKind) && (
        <FamilyField name="rockerRatio" label="Rocker ratio, valve arm over the other" mono />
      )}
    </div>
  </details>
);

const ClosingDetails = ({ coverScrews }: DetailFieldsProps) => (
  <details>
    <summary>Make safe, cover, seal, torques</summary>
    <div className="form-grid">
      <FamilyList
        name="makeSafe"
        label="Make safe: asked at the bench"
        options={optionsOf(MAKE_SAFE_WORDS)}
        none="what its fuel asks for"
      />
      <FamilyField name="coverCount" label="Cover screws, how many" mono />
      <FamilyField name="coverLong" label="Places of the long ones, clockwise from the top" mono />
      <FamilyField name="coverOrder" label="Tightening order, if not crosswise" mono />
      <FamilyChoice name="seal" label="Cover seal" options={optionsOf(SEAL_WORDS, 'not said')} />
      <FamilyField name="sealNote" label="Seal, in words" />
      <FamilyField name="sealCureHours" label="Sealant waits" mono suffix="h" />
    </div>
    {coverScrews !== null && <CoverDrawing screws={coverScrews} />}
    <TorqueFields />
  </details>
);

const ReadyDetails = () => (
  <details>
    <summary>What to have ready, cautions, how it is stamped</summary>
    <Form.Item name="stemCaps" valuePropName="checked" noStyle>
      <Checkbox>Loose caps sit on the valve stems</Checkbox>
    </Form.Item>
    <div className="form-grid">
      <FamilyChoice name="bladeShape" label="Blades" options={optionsOf(BLADE_SHAPE_WORDS, 'not said')} />
    </div>
    <ItemFields
      title="Tools"
      one="a tool"
      example={{ name: 'Wrench', size: '10 mm', place: 'lock nut' }}
      name="tools"
    />
    <ItemFields
      title="Parts and fasteners"
      one="a part"
      example={{ name: 'Cover screw', size: 'M6 × 16', place: 'where it goes back' }}
      name="parts"
    />
    <div className="form-grid">
      <FamilyLines name="comesOff" label="What comes off, in that order, one per line" />
      <FamilyLines name="cautions" label="Cautions, one per line" />
      <FamilyLines
        name="stampingPattern"
        label="Stamping patterns: * for anything, ? for one character; one per line"
      />
    </div>
  </details>
);

const MOVES_WORDS = {
  'screw-at-push-rod': 'the push-rod end of the rocker',
  'screw-at-valve': 'the valve end of the rocker',
  'pivot-nut': 'the pivot of the rocker',
};
const BLADE_SHAPE_WORDS = { straight: 'straight', bent: 'bent', narrow: 'narrow point' };
