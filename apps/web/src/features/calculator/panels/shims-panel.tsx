import { type ShimmedValve, planShims, shimSeries, type Window } from '@sturdy-shim/core';
import { shimStepText } from '../../../shared/format/index.ts';
import { type Figure, figure, noFigure, readLength, readNumber } from '../figures.ts';
import { type Result, Results, TextField, problemIn } from '../fields.tsx';
import type { CalculatorState } from '../calculator-state.ts';
import { ShimRows } from '../rows.tsx';
import { WindowFields, windowFrom } from '../window-fields.tsx';

const FALLBACK = '1I 0.20 2.50; 1E 0.14 2.40; 2I 0.07 2.60; 2E 0.23 2.45';

/**
 * Shims for one valve or a whole engine: reuses removed shims and minimizes the ones to buy. Shims are always in mm.
 */
export function ShimsPanel({ calculator }: { readonly calculator: CalculatorState }) {
  const { window } = windowFrom(calculator);
  const series = readSeries(calculator);
  const valves = window === null ? null : readValves(calculator.field('valves', FALLBACK), window);
  const plan = valves !== null && valves.ok && series.ok ? planShims(valves.value, shimSeries(...series.value)) : null;
  const results: Result[] =
    plan === null
      ? []
      : [
          {
            label: 'To buy',
            strong: true,
            words: plan.bought === 0 ? 'nothing' : `${plan.bought} shim${plan.bought === 1 ? '' : 's'}`,
          },
          ...plan.steps.map((step) => ({ label: step.valve, words: shimStepText(step) })),
        ];
  return (
    <>
      <WindowFields calculator={calculator} />
      <ShimRows
        text={calculator.field('valves', FALLBACK)}
        change={(text) => calculator.setField('valves', text)}
        problem={valves === null ? undefined : problemIn(valves)}
      />
      <div className="calculator-pair">
        <TextField
          calculator={calculator}
          name="from"
          label="Stock from"
          fallback="2.00"
          problem={problemIn(series)}
          suffix="mm"
        />
        <TextField calculator={calculator} name="to" label="to" fallback="3.00" suffix="mm" />
        <TextField calculator={calculator} name="step" label="every" fallback="0.05" suffix="mm" />
      </div>
      <Results title="Shims" results={results} />
    </>
  );
}

function readSeries(calculator: CalculatorState): Figure<[number, number, number]> {
  const figures = [
    readNumber(calculator.field('from', '2.00'), 'Stock from', 0.1, 10),
    readNumber(calculator.field('to', '3.00'), 'Stock to', 0.1, 10),
    readNumber(calculator.field('step', '0.05'), 'Step', 0.005, 1),
  ];
  const wrong = figures.find((each) => !each.ok);
  if (wrong !== undefined && !wrong.ok) return wrong;
  const [from = NaN, to = NaN, step = NaN] = figures.flatMap((each) => (each.ok ? each.value : []));
  return to < from ? noFigure('Stock: the last must not be less than the first.') : figure([from, to, step]);
}

function readValves(typed: string, window: Window): Figure<ShimmedValve[]> {
  const valves: ShimmedValve[] = [];
  for (const line of typed
    .split(';')
    .map((part) => part.trim())
    .filter(Boolean)) {
    // An empty field stands as a dash in the text.
    const [name = '', gap = '', shim = '', more] = line.split(/\s+/).map((word) => (word === '–' ? '' : word));
    const [gapMm, shimMm] = [
      readLength(gap, 'mm', `Gap of ${name}`),
      readLength(shim, 'mm', `Shim of ${name}`, { min: 0.1, max: 10 }),
    ];
    if (!gapMm.ok) return gapMm;
    if (!shimMm.ok) return shimMm;
    if (more !== undefined) return noFigure(`“${line}” has a word too many. Write: 1I 0.20 2.50`);
    if (valves.some((valve) => valve.name === name)) return noFigure(`${name} stands twice.`);
    valves.push({ name, gapMm: gapMm.value, shimMm: shimMm.value, window });
  }
  if (valves.length === 0) return noFigure('Give a valve, its gap and the shim in it: 1I 0.20 2.50');
  return valves.length > 32 ? noFigure('More than 32 valves.') : figure(valves);
}
