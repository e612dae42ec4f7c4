import {
  type Millimetres,
  type TemperatureUnit,
  type TorqueUnit,
  fromCelsius,
  fromMm,
  fromNewtonMetres,
  slipBetween,
  slipOf,
  toCelsius,
  toNewtonMetres,
  plainText,
  type PlainLength,
} from '@sturdy-shim/core';
import { type Figure, readLength, readNumber } from '../figures.ts';
import { TextFields, ChoiceField, type Result, Results, TextField, problemIn } from '../fields.tsx';
import type { CalculatorState } from '../calculator-state.ts';

const TORQUES: readonly TorqueUnit[] = ['N·m', 'lbf·ft', 'lbf·in', 'kgf·cm'];
const LENGTHS = { min: 0, max: 1000 } as const;
const TEMPERATURES: readonly TemperatureUnit[] = ['°C', '°F'];

/** mm and thou, torque, temperature; and whether a metric and an inch figure can be the same gap. */
export function UnitsPanel({ calculator }: { readonly calculator: CalculatorState }) {
  const usual = calculator.unit === 'mm' ? '0.15' : '6';
  const length = readLength(calculator.field('length', usual), calculator.unit, 'Length', LENGTHS);
  const torqueUnit = TORQUES.find((unit) => unit === calculator.field('torqueUnit', 'lbf·in')) ?? 'lbf·in';
  const torque = readNumber(calculator.field('torque', '70'), 'Torque', 0, 10_000);
  const temperatureUnit = TEMPERATURES.find((unit) => unit === calculator.field('temperatureUnit', '°F')) ?? '°F';
  const temperature = readNumber(calculator.field('temperature', '68'), 'Temperature', -100, 1000);
  const metric = readNumber(calculator.field('metric', '0.15'), 'Metric figure', 0.001, 10);
  const inch = readNumber(calculator.field('inch', '0.006'), 'Inch figure', 0.0001, 10);
  const results = resultsOf({ length, torque, torqueUnit, temperature, temperatureUnit, metric, inch });
  return (
    <>
      <TextField
        calculator={calculator}
        name="length"
        label="Length"
        fallback={usual}
        problem={problemIn(length)}
        suffix={calculator.unit}
      />
      <div className="calculator-pair">
        <TextField calculator={calculator} name="torque" label="Torque" fallback="70" problem={problemIn(torque)} />
        <ChoiceField
          calculator={calculator}
          name="torqueUnit"
          label="in"
          choices={TORQUES.map((unit) => ({ value: unit, label: unit }))}
          fallback="lbf·in"
        />
        <TextField
          calculator={calculator}
          name="temperature"
          label="Temperature"
          fallback="68"
          problem={problemIn(temperature)}
        />
        <ChoiceField
          calculator={calculator}
          name="temperatureUnit"
          label="in"
          choices={TEMPERATURES.map((unit) => ({ value: unit, label: unit }))}
          fallback="°F"
        />
      </div>
      <TextFields
        calculator={calculator}
        of={[
          { name: 'metric', label: 'A source says', fallback: '0.15', problem: problemIn(metric), suffix: 'mm' },
          { name: 'inch', label: 'and also', fallback: '0.006', problem: problemIn(inch), suffix: 'in' },
        ]}
      />
      <Results title="Units" results={results} />
    </>
  );
}

const trim = (value: number, digits = 3): string => String(Number(value.toFixed(digits)));

/** Whether two figures of one gap agree; if not, their possible interpretations, the likeliest first. */
function pairText(metric: PlainLength, inch: PlainLength): string {
  const pair = slipBetween(metric, inch);
  if (pair !== null) {
    const meant = pair.readings.map(({ metric: m, inch: i }) => `${plainText(m)} (${plainText(i)})`);
    return `no, they are too far apart.${meant.length > 0 ? ` Meant could be ${meant.join(', or ')}.` : ''} Check the source.`;
  }
  const slip = slipOf(metric) ?? slipOf(inch);
  if (slip === null) return 'yes: they agree within the rounding of their digits';
  const meant = slip.readings.map(({ length }) => plainText(length));
  return `${plainText(slip.written)} is no gap of a small engine.${meant.length > 0 ? ` Meant could be ${meant.join(', or ')}.` : ''} Check the source.`;
}

interface Typed {
  readonly length: Figure<Millimetres>;
  readonly torque: Figure;
  readonly torqueUnit: TorqueUnit;
  readonly temperature: Figure;
  readonly temperatureUnit: TemperatureUnit;
  readonly metric: Figure;
  readonly inch: Figure;
}

function resultsOf({ length, torque, torqueUnit, temperature, temperatureUnit, metric, inch }: Typed): Result[] {
  const results: Result[] = [];
  if (length.ok)
    results.push({
      label: 'Length',
      words: `${trim(length.value)} mm = ${trim(fromMm(length.value, 'thou'))} thou = ${trim(fromMm(length.value, 'in'), 5)} in`,
    });
  if (torque.ok) {
    const newtonMetres = toNewtonMetres(torque.value, torqueUnit);
    results.push({
      label: 'Torque',
      words: TORQUES.map((unit) => `${trim(fromNewtonMetres(newtonMetres, unit), 2)} ${unit}`).join(' = '),
    });
  }
  if (temperature.ok) {
    const celsius = toCelsius(temperature.value, temperatureUnit);
    results.push({
      label: 'Temperature',
      words: TEMPERATURES.map((unit) => `${trim(fromCelsius(celsius, unit), 1)} ${unit}`).join(' = '),
    });
  }
  if (metric.ok && inch.ok) {
    const [inMm, inInch]: PlainLength[] = [
      { value: metric.value, unit: 'mm' },
      { value: inch.value, unit: 'in' },
    ];
    if (inMm && inInch)
      results.push({
        label: 'Can they be the same gap?',
        strong: true,
        words: pairText(inMm, inInch),
      });
  }
  return results;
}
