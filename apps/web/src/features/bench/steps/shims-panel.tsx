import type { DraftValveDto } from '../../../shared/api/index.ts';
import { planShims, shimSeries, mm, valveKey, type ShimmedValve } from '@sturdy-shim/core';
import { InputNumber } from 'antd';
import { shimStepText, shimsText, valveText } from '../../../shared/format/index.ts';
import { onValve } from '../draft/draft-edits.ts';
import { type EvaluationContext, evaluateValve } from '../draft/evaluated-valve.ts';
import type { StepProps } from './step-props.ts';

type Draft = StepProps['draft'];

/** The shim plan of all valves: reuses removed shims and minimizes the ones to buy. */
export function ShimsPanel({ by, draft, change }: Pick<StepProps, 'by' | 'draft' | 'change'>) {
  const { cylinders, sheet } = by.family;
  const known = draft.valves.flatMap((valve) => shimmed(by, draft, valve));
  const series =
    sheet.shimFromMm === null || sheet.shimToMm === null || sheet.shimStepMm === null
      ? null
      : shimSeries(sheet.shimFromMm, sheet.shimToMm, sheet.shimStepMm);
  const plan = known.length === 0 ? null : planShims(known, series ?? []);
  const say = (index: number, name: 'shimMm' | 'shimLeftMm', value: number | null): void =>
    change((before) => onValve(before, index, (valve) => ({ ...valve, [name]: value })));
  return (
    <section className="shims-panel" aria-labelledby="shims-title">
      <h3 id="shims-title">Shims</h3>
      <p className="muted dense">
        Measure the shim that comes out.{' '}
        {series === null
          ? 'The family does not say which shims can be had: only those of this engine are planned with.'
          : `To be had: ${shimsText(sheet)}.`}
      </p>
      <table className="ruled sign-table">
        <thead>
          <tr>
            <th scope="col">Valve</th>
            <th scope="col">Shim in it, mm</th>
            <th scope="col">What to do</th>
            <th scope="col">Shim put in, mm</th>
          </tr>
        </thead>
        <tbody>
          {draft.valves.map((valve, index) => (
            <ShimRow
              key={index}
              valve={valve}
              name={valveText(valve, cylinders)}
              step={plan?.steps.find((each) => each.valve === valveKey(valve))}
              say={(name, value) => say(index, name, value)}
            />
          ))}
        </tbody>
      </table>
      {plan !== null && (
        <p role="status" className="strong">
          {plan.bought === 0 ? 'No shim to order.' : `To order: ${plan.bought} shim${plan.bought === 1 ? '' : 's'}.`}
        </p>
      )}
    </section>
  );
}

interface ShimFieldProps {
  readonly label: string;
  readonly value: number | null | undefined;
  readonly say: (value: number | null) => void;
}

const ShimField = ({ label, value, say }: ShimFieldProps) => (
  <InputNumber
    aria-label={label}
    className="mono"
    value={value ?? null}
    min={0.3}
    max={20}
    step={0.01}
    controls={false}
    onChange={say}
  />
);

/** Uses the middle of the gap as found, because a plan needs one figure. */
function shimmed(by: EvaluationContext, draft: Draft, valve: Draft['valves'][number]): ShimmedValve[] {
  const { reading, window } = evaluateValve(by, draft, valve, 'found');
  const { shimMm } = valve;
  if (reading.kind !== 'interval' || window === null || typeof shimMm !== 'number') return [];
  const { lo, hi, loMeasured } = reading.gap;
  return hi === null || !loMeasured
    ? []
    : [{ name: valveKey(valve), gapMm: mm((lo.mm + hi.mm) / 2), shimMm: mm(shimMm), window }];
}

interface ShimRowProps {
  readonly valve: DraftValveDto;
  readonly name: string;
  readonly step: Parameters<typeof shimStepText>[0] | undefined;
  readonly say: (name: 'shimMm' | 'shimLeftMm', value: number | null) => void;
}

const ShimRow = ({ valve, name, step, say }: ShimRowProps) => (
  <tr>
    <th scope="row">{name}</th>
    <td>
      <ShimField label={`${name}: shim in it`} value={valve.shimMm} say={(value) => say('shimMm', value)} />
    </td>
    <td>
      {step === undefined ? (
        <span className="muted">Gauge it on both sides, and measure its shim.</span>
      ) : (
        shimStepText(step)
      )}
    </td>
    <td>
      <ShimField label={`${name}: shim put in`} value={valve.shimLeftMm} say={(value) => say('shimLeftMm', value)} />
    </td>
  </tr>
);
