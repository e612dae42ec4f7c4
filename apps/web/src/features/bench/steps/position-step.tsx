import { GAUGING_FLOWS, type GaugingFlow } from '@sturdy-shim/core';
import { Alert } from 'antd';
import { FLOW_WORDS, OBSTACLE_WORDS, POSITION_WORDS, turnItText } from '../../../shared/format/index.ts';
import { evaluateValve } from '../draft/evaluated-valve.ts';
import { PositionDrawing } from '../position/position-drawing.tsx';
import { ChoiceRow } from './choice-row.tsx';
import { flowOf, positionsFor, usualFlowOf } from '../draft/stations.ts';
import { StepFrame, withWork } from './step-frame.tsx';
import type { StepProps } from './step-props.ts';
import { BenchSelect } from '../bench-select.tsx';

/** The gauging position and its drawing; a gap gauged at another position is kept without a verdict. */
export function PositionStep({ unit, by, draft, change, goOn }: StepProps) {
  const { family, particulars } = unit;
  const options = positionsFor(family).map((each) => [each, POSITION_WORDS[each]] as const);
  const shown = draft.position ?? family.positions[0] ?? 'unconfirmed';
  const valve = draft.valves[0];
  const verdict = valve && evaluateValve(by, draft, valve, 'found').verdict;
  return (
    <StepFrame
      step="position"
      unit={unit}
      draft={draft}
      change={change}
      goOn={goOn}
      beside={shown !== 'unconfirmed' && <PositionDrawing key={shown} family={family} position={shown} />}
    >
      <p className="muted">
        {family.positions.length === 0 && 'No source says where it is gauged: say how you find the position. '}
        {family.positionRecipe}
      </p>
      {family.sheet.mark !== '' && <p className="strong">Mark: {family.sheet.mark}</p>}
      {family.sheet.compressionRelease !== '' && (
        <p className="muted">Compression release: {family.sheet.compressionRelease}</p>
      )}
      {usesLever(family) && <p className="strong">Before gauging: decompression lever clear of the valve.</p>}
      {turnItText(family) !== '' && <p className="muted">To turn it: {turnItText(family)}.</p>}
      {particulars.markWrong !== '' && <Alert type="warning" title={`On this machine: ${particulars.markWrong}`} />}
      {particulars.paintMark !== '' && <p>Painted on this machine: {particulars.paintMark}.</p>}
      <ChoiceRow
        label="Position"
        options={options}
        value={draft.position}
        choose={(position) => change((before) => ({ ...before, position }))}
      />
      <p className="flow-choice">
        <label htmlFor="flow">Valves are worked</label>{' '}
        <BenchSelect<GaugingFlow>
          id="flow"
          value={flowOf(family, draft)}
          onChange={(flow) => change(withWork({ flow }))}
          options={FLOWS}
        />
        <span className="muted dense">
          {' '}
          {usualFlowOf(family, draft) === flowOf(family, draft) ? 'as usual for this family' : ''}
        </span>
      </p>
      {verdict?.state === 'not-comparable' && (
        <p className="words-not-comparable strong" role="status">
          Gaps will be saved but not evaluated: {verdict.obstacles.map((each) => OBSTACLE_WORDS[each]).join(', and ')}.
        </p>
      )}
    </StepFrame>
  );
}

/** A decompression lever that stays on holds a valve open: its gap is false. */
const usesLever = ({ sheet }: StepProps['unit']['family']): boolean =>
  sheet.releaseFirst.includes('decompression-lever') || sheet.makeSafe.includes('decompression-lever-off');

const FLOWS = GAUGING_FLOWS.map((value) => ({ value, label: FLOW_WORDS[value] }));
