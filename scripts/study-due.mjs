import { writeFile } from 'node:fs/promises';
import { buildServer } from './lib/build.mjs';
import { ensureNodePackages } from './lib/packages.mjs';
import { inRoot, main } from './lib/run.mjs';
import { percent, table } from './lib/tables.mjs';

/**
 * Compares the forecast of hours and due dates with simulated fleets: `npm run study:due [-- UNITS]`, 2400 a row by
 * default. Prints the tables and writes them into docs/guide/due.md. The same seed gives the same tables.
 */
const UNITS = Number(process.argv[2] ?? 2400);
const SEED = 1_771;
/** Number of units in a group, typical of one kind at one site. */
const IN_A_GROUP = 60;

const QUESTIONS = [
  ['hours in 14 days', { kind: 'hours-after', days: 14 }],
  ['hours in 45 days', { kind: 'hours-after', days: 45 }],
  ['hours in 120 days', { kind: 'hours-after', days: 120 }],
  ['date of 30 h more', { kind: 'date-of', hoursLeft: 30 }],
  ['date of 120 h more', { kind: 'date-of', hoursLeft: 120 }],
];
const HISTORIES = [
  ['two weeks', [14]],
  ['three months', [90]],
  ['a year', [400]],
];

function covered(core, habit, histories, question, units) {
  const sum = { forecasts: 0, within: 0, below: 0, above: 0 };
  for (let group = 0; group * IN_A_GROUP < units; group += 1) {
    const part = core.forecastTrial(habit, histories, IN_A_GROUP, question, SEED + group);
    for (const side of Object.keys(sum)) sum[side] += part[side];
  }
  return sum;
}

const row = (words, { forecasts, within, below, above }) => [
  ...words,
  String(forecasts),
  percent(within / forecasts, 1),
  percent(below / forecasts, 1),
  percent(above / forecasts, 1),
];
const added = (rows) =>
  rows.reduce((a, b) => Object.fromEntries(Object.keys(a).map((side) => [side, a[side] + b[side]])));

main(async () => {
  await ensureNodePackages();
  await buildServer();
  const core = await import(inRoot('packages/core/dist/engine-simulator/index.js'));
  const habits = Object.entries(core.HABITS);
  const all = HISTORIES.flatMap(([, history]) => history);
  const byQuestion = habits.flatMap(([name, habit]) =>
    QUESTIONS.map(([words, question]) => ({ name, words, ...covered(core, habit, all, question, UNITS) })),
  );
  const byHistory = HISTORIES.map(([words, history]) => ({
    words,
    ...added(
      habits.flatMap(([, habit]) =>
        QUESTIONS.map(([, question]) => covered(core, habit, history, question, UNITS / 4)),
      ),
    ),
  }));
  const figures = ({ forecasts, within, below, above }) => ({ forecasts, within, below, above });
  const total = added(byQuestion.map(figures));
  const text = `# Hours and due dates ahead

Written by \`npm run study:due\` over ${UNITS} invented units a row (seed ${SEED}); do not edit by hand. Nothing here was
measured on a real fleet.

**Forecast.** The hours of a unit on a given day, and the day on which it will reach its limit: an expected value and a band that should contain the true value in 80 of 100 cases. Recent weeks count most (those of two months ago half as much). The relative use in each month is estimated from all units of one family at one site; a short history is shrunk towards the rate of that group; a month without data widens the band. The hours of a span are assumed to follow a gamma distribution.

**Assumed.** Four habits: mowers that rest in winter, blowers with most of their work in fall, rental generators with few and
long days, pumps all the year. Units of a group differ by a third to a half in their rate, which wanders by 5 to 10 % from one month to the
next; a day of work varies by a half. Meters are read every 4 to 10 days, in tenths. Each fleet is asked on another day of the year. All invented.

**Over all: ${percent(total.within / total.forecasts, 1)} of ${total.forecasts} forecasts held**; the goal is 80 % ± 3 %.

${table(
  ['habit', 'asked for', 'forecasts', 'held', 'less, or earlier', 'more, or later'],
  byQuestion.map((each) => row([each.name, each.words], each)),
)}

How long the unit had been read before it was asked:

${table(
  ['history', 'forecasts', 'held', 'less, or earlier', 'more, or later'],
  byHistory.map((each) => row([each.words], each)),
)}

Where single rows are off by more than 3 %, it is because one measure of unevenness stands for short and long spans, and one for
all months that are not on record yet.
`;
  await writeFile(inRoot('docs/guide/due.md'), text);
  console.log(text);
});
