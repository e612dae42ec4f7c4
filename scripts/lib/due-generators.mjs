/**
 * Invented habits for the study of due dates, coded apart from the forecast, which knows nothing of them. A habit draws
 * the parameters of a unit, and then the hours of each day.
 */
const DAY = 86_400_000;

/** The season of a mower: nothing from November to March, with a start and an end that differ by year and unit. */
const inSeason = (day, { startsLate, endsLate }) => {
  const of = dayOfYear(day);
  return of >= 91 + startsLate && of <= 304 + endsLate;
};
const dayOfYear = (day) => {
  const at = new Date(day * DAY);
  return Math.round((at - Date.UTC(at.getUTCFullYear(), 0, 1)) / DAY) + 1;
};

/**
 * Alternates spells of work and rest, each with a third of spread; continues the unit's spell, or begins anywhere in one.
 * @returns whether it works on the next day
 */
function spell(unit, chance, on, off) {
  const length = (mean) => Math.max(1, Math.round(mean * Math.max(0.3, 1 + 0.35 * chance.normal(0, 1))));
  if (unit.spell === undefined) {
    const works = chance.next() < on / (on + off);
    unit.spell = { works, left: Math.ceil(length(works ? on : off) * chance.next()) };
  }
  if (unit.spell.left <= 0) {
    const works = !unit.spell.works;
    unit.spell = { works, left: length(works ? on : off) };
  }
  unit.spell.left -= 1;
  return unit.spell.works;
}

const spread = (chance, by) => Math.exp(chance.normal(-(by * by) / 2, by));

/**
 * `unit` draws the parameters of a unit, `run` fills its days from a day on and keeps its state in the unit, so that a
 * later run continues it.
 */
export const GENERATORS = {
  steady: {
    unit: (chance) => ({ rate: 2 * spread(chance, 0.3) }),
    run: ({ rate }, from, days, chance) => fill(days, () => (chance.next() < 0.8 ? rate * spread(chance, 0.3) : 0)),
  },
  'rental, in runs of days': {
    unit: (chance) => ({ rate: 7 * spread(chance, 0.3) }),
    run: (unit, from, days, chance) =>
      fill(days, () => (spell(unit, chance, 6, 18) ? unit.rate * spread(chance, 0.3) : 0)),
  },
  'mower, idle all winter': {
    unit: (chance) => ({ rate: 3.5 * spread(chance, 0.3) }),
    run: ({ rate }, from, days, chance) => {
      let turns = null;
      let year = null;
      return fill(days, (day) => {
        const now = new Date((from + day) * DAY).getUTCFullYear();
        if (now !== year) [year, turns] = [now, { startsLate: chance.normal(0, 8), endsLate: chance.normal(0, 8) }];
        return inSeason(from + day, turns) && chance.next() < 0.7 ? rate * spread(chance, 0.4) : 0;
      });
    },
  },
  'put away three months': {
    unit: (chance) => ({ rate: 2.5 * spread(chance, 0.3) }),
    run: (unit, from, days, chance) =>
      fill(days, () => (spell(unit, chance, 275, 90) && chance.next() < 0.7 ? unit.rate * spread(chance, 0.4) : 0)),
  },
  'rate doubled or halved twice a year': {
    unit: (chance) => ({ rate: 2 * spread(chance, 0.3), level: Math.round(chance.normal(0, 1.2)) }),
    run: (unit, from, days, chance) =>
      fill(days, () => {
        if (chance.next() < 2 / 365) {
          // Kept within an eighth and eight times of where it began.
          const up = chance.next() < 0.5 - unit.level / 6;
          unit.level += up ? 1 : -1;
        }
        return chance.next() < 0.7 ? Math.min(16, unit.rate * 2 ** unit.level * spread(chance, 0.3)) : 0;
      }),
  },
  'standby sets': {
    unit: (chance) => ({
      weekly: 0.5 * spread(chance, 0.2),
      weekday: Math.floor(chance.next() * 7),
      outages: spread(chance, 0.3),
    }),
    run: ({ weekly, weekday, outages }, from, days, chance) => {
      let left = 0;
      return fill(days, (day) => {
        if (left <= 0 && chance.next() < (outages * 4) / 365) left = 1 + Math.floor(-2 * Math.log(1 - chance.next()));
        if (left > 0) {
          left -= 1;
          return Math.min(24, 14 * spread(chance, 0.3));
        }
        return (from + day) % 7 === weekday ? weekly : 0;
      });
    },
  },
};

function fill(days, of) {
  const worked = new Float64Array(days);
  for (let day = 0; day < days; day += 1) worked[day] = of(day);
  return worked;
}
