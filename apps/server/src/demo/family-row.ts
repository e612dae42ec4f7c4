import { EMPTY_SHEET } from '../families/index.ts';
import type { DemoFamily } from './scenario.ts';
import type { Seeded } from './seeded.ts';
import { SHEETS } from './sheets.ts';
import { PEOPLE } from './staff.ts';

export const DAY = 86_400_000;
export const dayText = (date: Date): string => date.toISOString().slice(0, 10);

/** Stamping of a family's engines: its letter and figures. */
export const stampedAs = (code: string): string => `${code.slice(0, 1)}${code.replace(/\D/g, '')}`;

/** The row of a scenario family; its sources are one or two years old. */
export function familyRow(demo: DemoFamily, today: Date, chance: Seeded) {
  const { units: _units, kinds: _kinds, hoursPerDay: _hours, as: _as, seasonInDays, sources, ...rest } = demo;
  const sheet = SHEETS[demo.code];
  if (sheet === undefined) throw new Error(`${demo.code} has no sheet`);
  return {
    ...rest,
    ...sheet,
    sheet: { ...EMPTY_SHEET, ...sheet.sheet },
    stampingPattern: `${stampedAs(demo.code)}*`,
    seasonDay:
      seasonInDays === undefined ? null : dayText(new Date(today.getTime() + seasonInDays * DAY)).slice('2028-'.length),
    id: chance.id(),
    intakePerCylinder: 1,
    exhaustPerCylinder: 1,
    restHours: null,
    belowC: demo.temperature === 'cold' ? 35 : null,
    fromC: demo.temperature === 'warm' ? 60 : null,
    toC: demo.temperature === 'warm' ? 95 : null,
    positions: [...demo.positions],
    cautions: [...demo.cautions],
    dealerOnly: demo.dealerOnly ?? false,
    noInterval: false,
    sources: sources.map((source) => ({
      ...source,
      id: chance.id(),
      saidBy: chance.pick(PEOPLE),
      saidOn: dayText(new Date(today.getTime() - chance.between(430, 900) * DAY)),
    })),
  };
}
