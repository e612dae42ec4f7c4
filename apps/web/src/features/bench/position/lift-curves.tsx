import { CYCLE, type EngineCycle, type ValveKind, liftAt } from '@sturdy-shim/core';
import type { Stretch } from './crank-view.ts';
import { cycleOf } from './crank-view.ts';

interface LiftCurvesProps {
  readonly engine: EngineCycle;
  readonly stretches: readonly Stretch[];
  readonly degrees: number;
  readonly ready: boolean;
  readonly cylinders: number;
}

const WIDTH = 520;
const ROW = 82;
const LIFT = 50;
const STEP = 4;
const KINDS: readonly ValveKind[] = ['exhaust', 'intake'];

/** Angle of the greatest lift of a valve in the whole cycle. */
const peakOf = (engine: EngineCycle, cylinder: number, kind: ValveKind): number =>
  Array.from({ length: CYCLE / STEP }, (_, index) => index * STEP).reduce((best, each) =>
    liftOf(engine, cylinder, kind, each) > liftOf(engine, cylinder, kind, best) ? each : best,
  );
const liftOf = (engine: EngineCycle, cylinder: number, kind: ValveKind, degrees: number): number =>
  liftAt(kind, cycleOf(engine, cylinder, degrees), engine.timing);
const x = (degrees: number): number => (degrees / CYCLE) * WIDTH;

/**
 * The lift of each valve over the two turns of a cycle, the range in which both are shut, and the current crank angle.
 */
export function LiftCurves({ engine, stretches, degrees, ready, cylinders }: LiftCurvesProps) {
  const height = ROW * cylinders + 40;
  const path = (cylinder: number, kind: ValveKind, base: number): string =>
    Array.from({ length: CYCLE / STEP + 1 }, (_, index) => {
      const lift = liftOf(engine, cylinder, kind, index * STEP);
      return `${index === 0 ? 'M' : 'L'}${x(index * STEP).toFixed(1)},${(base - lift * LIFT).toFixed(1)}`;
    }).join('');
  return (
    <svg className={`lift-curves${ready ? ' ready' : ''}`} viewBox={`0 0 ${WIDTH} ${height}`} aria-hidden="true">
      {stretches.map(({ from, to }) => (
        <rect key={from} className="gauge-here" x={x(from)} y={16} width={x(to) - x(from)} height={ROW * cylinders} />
      ))}
      {stretches[0] !== undefined && (
        <text className="gauge-here-word" x={Math.min(WIDTH - 74, x(stretches[0].from) + 4)} y={13}>
          gauge here
        </text>
      )}
      {Array.from({ length: cylinders }, (_, index) => {
        const base = ROW * (index + 1) + 14;
        return (
          <g key={index}>
            <path className="lift-base" d={`M0,${base}H${WIDTH}`} />
            <path className="lift-exhaust" d={path(index + 1, 'exhaust', base)} />
            <path className="lift-intake" d={path(index + 1, 'intake', base)} />
            {KINDS.map((kind) => (
              <text
                key={kind}
                className="lift-word"
                x={Math.min(WIDTH - 30, Math.max(30, x(peakOf(engine, index + 1, kind))))}
                y={base - LIFT - 6}
                textAnchor="middle"
              >
                {kind}
              </text>
            ))}
            {cylinders > 1 && (
              <text className="lift-number" x={2} y={base - LIFT + 8}>
                {index + 1}
              </text>
            )}
          </g>
        );
      })}
      <path className="lift-now" d={`M${x(degrees)},16V${ROW * cylinders + 16}`} />
      {[0, 180, 360, 540, 720].map((tick) => (
        <text
          key={tick}
          className="lift-tick"
          x={x(tick)}
          y={ROW * cylinders + 34}
          textAnchor={tick === 0 ? 'start' : tick === CYCLE ? 'end' : 'middle'}
        >
          {tick}°
        </text>
      ))}
    </svg>
  );
}
