import { gapOfReading, notFoundText, valveText, verdictText } from '../../../shared/format/index.ts';
import { VerdictMark } from '../../../shared/marks/index.ts';
import { useShopUnit } from '../../../shared/preferences/index.ts';
import { type EvaluatedValve, evaluateValve } from '../draft/evaluated-valve.ts';
import { wireVerdict } from '../steps/found-line.tsx';
import type { StepProps } from '../steps/step-props.ts';

/** Every valve as found and as left, as it will be signed. */
export function SignTable({ by, draft }: Pick<StepProps, 'by' | 'draft'>) {
  return (
    <table className="ruled sign-table">
      <thead>
        <tr>
          <th scope="col">Valve</th>
          <th scope="col">As found</th>
          <th scope="col">As left</th>
        </tr>
      </thead>
      <tbody>
        {draft.valves.map((valve, index) => (
          <tr key={index}>
            <th scope="row">{valveText(valve, by.family.cylinders)}</th>
            <td>
              {valve.found.length === 0 ? (
                <span className="muted">{notFoundText(valve)}</span>
              ) : (
                <Verdict evaluated={evaluateValve(by, draft, valve, 'found')} />
              )}
            </td>
            <td>
              {!valve.adjusted ? (
                <span className="muted">not adjusted</span>
              ) : valve.left.length === 0 ? (
                <span className="words-undecided">moved, not gauged again</span>
              ) : (
                <Verdict evaluated={evaluateValve(by, draft, valve, 'left')} />
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Verdict({ evaluated: { verdict, reading } }: { readonly evaluated: EvaluatedValve }) {
  const unit = useShopUnit();
  return (
    <span className={`words-${verdict.state}`}>
      <VerdictMark state={verdict.state} />
      {verdictText(wireVerdict(verdict), unit, gapOfReading(reading))}
    </span>
  );
}
