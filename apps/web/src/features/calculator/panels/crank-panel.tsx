import {
  type Millimetres,
  type EngineCycle,
  type SliderCrank,
  type ValveTiming,
  TYPICAL_TIMING,
  angleAt,
  angleBandAt,
  fewestStops,
  firesAtFromOrder,
  mm,
  releaseClearAt,
  rimArc,
  teethPassed,
  travelAt,
  valveKey,
} from '@sturdy-shim/core';
import { type Figure, figure, noFigure, readLength, readNumber } from '../figures.ts';
import { TextFields, type Result, Results, TextField, problemIn } from '../fields.tsx';
import type { CalculatorState } from '../calculator-state.ts';
import { CrankDrawing } from '../../../shared/drawings/index.ts';

/** Piston travel and crank angle, rim distance, and the valves that may be gauged at each stop. */
export function CrankPanel({ calculator }: { readonly calculator: CalculatorState }) {
  const stroke = readNumber(calculator.field('stroke', '52'), 'Stroke', 10, 500);
  const rodText = calculator.field('rod', '');
  const rod = rodText.trim() === '' ? null : readNumber(rodText, 'Rod', 6, 1500);
  const travel = readLength(calculator.field('travel', '7'), 'mm', 'Travel', { min: 0, max: 500 });
  const rim = readNumber(calculator.field('rim', '180'), 'Rim', 10, 2000);
  const teeth = readNumber(calculator.field('teeth', '24'), 'Fins', 1, 400);
  const order = readOrder(calculator.field('order', '1 3 4 2'));
  const release = readRelease(calculator.field('release', ''));
  const { crank, angle, results, tooFar, shortRod } = computed({ stroke, rod, travel, rim, teeth, order, release });
  return (
    <>
      <TextFields
        calculator={calculator}
        of={[
          { name: 'stroke', label: 'Stroke', fallback: '52', problem: problemIn(stroke), suffix: 'mm' },
          {
            name: 'rod',
            label: 'Rod length, if known',
            fallback: '',
            problem: (rod && problemIn(rod)) ?? shortRod,
            suffix: 'mm',
          },
          {
            name: 'travel',
            label: 'Piston travel past top (mm, or 1/4 in)',
            fallback: '7',
            problem: problemIn(travel) ?? tooFar,
            suffix: 'mm',
          },
        ]}
      />
      <TextFields
        calculator={calculator}
        of={[
          { name: 'rim', label: 'Flywheel across', fallback: '180', problem: problemIn(rim), suffix: 'mm' },
          { name: 'teeth', label: 'Fins or teeth on it', fallback: '24', problem: problemIn(teeth) },
          { name: 'order', label: 'Firing order', fallback: '1 3 4 2', problem: problemIn(order) },
        ]}
      />
      <TextField
        calculator={calculator}
        name="release"
        label="Compression release lifts the exhaust from … to …, in degrees past top (negative: before), if there is one"
        fallback=""
        problem={problemIn(release)}
        suffix="°"
      />
      <Results title="Crank and travel" results={results}>
        {crank && angle !== null && !tooFar && !shortRod && <CrankDrawing crank={crank} degrees={angle} />}
      </Results>
      <p className="muted dense">
        Stops are calculated with typical valve timing and a margin of {MARGIN}°; the maker’s table comes first. A probe
        can jam as the piston rises: turn by hand, slowly.
      </p>
    </>
  );
}

function stopResults(order: readonly number[], pastTop: number, timing: ValveTiming): Result[] {
  const engine: EngineCycle = {
    layout: { cylinders: order.length, intakePerCylinder: 1, exhaustPerCylinder: 1 },
    firesAt: firesAtFromOrder(order),
    timing,
    margin: MARGIN,
    pastTop: Math.min(pastTop, 60),
  };
  const stops = fewestStops(engine);
  if (stops === null) return [{ label: 'Stops', words: 'some valve is free at none of the tops' }];
  return stops.map(({ cylinder, at, valves }, index) => ({
    label: `Stop ${index + 1}`,
    words: `${at === 'one-turn-on' ? 'one full turn on from' : 'that far past'} top of cylinder ${cylinder}: ${valves.map(valveKey).join(', ')}`,
  }));
}

/** Degrees by which a lobe has to be clear. An assumption; the maker's table goes first. */
const MARGIN = 10;

/** `-95 -12`, or nothing. */
function readRelease(typed: string): Figure<ValveTiming['release']> {
  const words = typed.split(/\s+/).filter(Boolean);
  if (words.length === 0) return figure(null);
  const [from = NaN, to = NaN] = words.map(Number);
  const whole =
    words.length === 2 && Number.isFinite(from) && Number.isFinite(to) && from < to && from >= -180 && to <= 90;
  return whole
    ? figure({ valve: 'exhaust', from, to })
    : noFigure('Release: two angles, the earlier first, as -95 -12.');
}

function readOrder(typed: string): Figure<number[]> {
  const order = typed
    .split(/[\s\-,]+/)
    .filter(Boolean)
    .map(Number);
  const whole = order.toSorted((a, b) => a - b).every((cylinder, index) => cylinder === index + 1);
  return order.length >= 1 && order.length <= 12 && whole
    ? figure(order)
    : noFigure('Firing order: each cylinder once, as 1 3 4 2.');
}

interface Typed {
  readonly stroke: Figure;
  readonly rod: Figure | null;
  readonly travel: Figure<Millimetres>;
  readonly rim: Figure;
  readonly teeth: Figure;
  readonly order: Figure<number[]>;
  readonly release: Figure<ValveTiming['release']>;
}

interface Computed {
  readonly crank: SliderCrank | null;
  readonly angle: number | null;
  readonly results: readonly Result[];
  readonly tooFar: string | undefined;
  readonly shortRod: string | undefined;
}

/** The value of a readable typed figure. */
const valueOf = <T,>(typed: Figure<T> | null): T | null => (typed?.ok === true ? typed.value : null);

/** Rod length as a multiple of the stroke, where it is not stated. An assumption. */
const USUAL_ROD = 1.75;

function computed({ stroke, rod, travel, rim, teeth, order, release }: Typed): Computed {
  const [strokeMm, rodMm, travelMm] = [valueOf(stroke), valueOf(rod), valueOf(travel)];
  const crank: SliderCrank | null =
    strokeMm === null ? null : { strokeMm: mm(strokeMm), rodMm: mm(rodMm ?? strokeMm * USUAL_ROD) };
  const { known, band } = angleIn(crank, rodMm !== null, travelMm);
  const angle = known ?? (band && (band.min + band.max) / 2);
  const tooFar =
    crank !== null && travelMm !== null && travelMm > crank.strokeMm ? 'Travel: more than the stroke.' : undefined;
  const shortRod =
    crank !== null && crank.rodMm <= crank.strokeMm / 2 ? 'Rod: must be longer than half the stroke.' : undefined;
  const sound = angle !== null && !tooFar && !shortRod;
  const results = [
    ...(sound ? angleResults({ crank, angle, known, band, rim, teeth }) : []),
    ...timingResults(order, release, angle ?? 0),
  ];
  return { crank, angle, results, tooFar, shortRod };
}

/** The crank angle for the travel: exact with a known rod, otherwise a range. */
const angleIn = (crank: SliderCrank | null, rodKnown: boolean, travelMm: Millimetres | null) =>
  crank === null || travelMm === null
    ? { known: null, band: null }
    : { known: rodKnown ? angleAt(crank, travelMm) : null, band: angleBandAt(crank.strokeMm, travelMm) };

interface AtAngle extends Pick<Typed, 'rim' | 'teeth'> {
  readonly crank: SliderCrank | null;
  readonly angle: number;
  /** Exact with a known rod; otherwise a range. */
  readonly known: number | null;
  readonly band: ReturnType<typeof angleBandAt>;
}

function angleResults({ crank, angle, known, band, rim, teeth }: AtAngle): Result[] {
  const results: Result[] = [];
  results.push({
    label: 'Crank angle past top',
    strong: true,
    words:
      known !== null
        ? `${known.toFixed(1)}°`
        : band
          ? `${band.min.toFixed(1)}° to ${band.max.toFixed(1)}°, for a rod of 3 to 4 times the throw`
          : '',
  });
  if (rim.ok) results.push({ label: 'On the rim', words: `${rimArc(angle, mm(rim.value)).toFixed(0)} mm` });
  if (teeth.ok) results.push({ label: 'Fins or teeth', words: teethPassed(angle, teeth.value).toFixed(1) });
  if (crank)
    results.push({
      label: 'Travel at 10°, 20°, 30°',
      words: [10, 20, 30].map((degrees) => `${travelAt(crank, degrees).toFixed(2)} mm`).join(', '),
    });
  return results;
}

function timingResults(order: Typed['order'], release: Typed['release'], angle: number): Result[] {
  const results: Result[] = [];
  const timing = { ...TYPICAL_TIMING, release: release.ok ? release.value : null };
  if (timing.release !== null) {
    const clear = releaseClearAt(timing, MARGIN);
    results.push({
      label: 'Release has let go',
      words: clear === 0 ? 'by compression top' : `from ${clear}° past compression top`,
    });
  }
  if (order.ok) results.push(...stopResults(order.value, angle, timing));
  return results;
}
