import { randomUUID } from 'node:crypto';
import { inMm } from './shop.ts';

/** A unit as a form sends it. */
export const unitBody = (home: { readonly familyId: string; readonly siteId: string }, change: object = {}) => ({
  id: randomUUID(),
  tag: `N-${randomUUID().slice(0, 6)}`,
  kind: 'Pump',
  serial: '',
  stamping: '',
  inServiceOn: '2026-01-01',
  hoursAtStart: 0,
  use: 'in-service',
  hireUntil: null,
  noMeter: false,
  ...home,
  ...change,
});

/** A blade set as a form sends it. */
export const bladeSetBody = (change: object = {}) => ({
  id: randomUUID(),
  name: randomUUID(),
  checkedOn: '2026-05-01',
  checkDueOn: null,
  shape: 'straight',
  toleranceMm: null,
  active: true,
  blades: [{ printed: inMm(0.1), measuredMm: null }],
  ...change,
});

/** Rules of one level where everything is inherited. */
export const NO_RULES = {
  target: null,
  toleranceMm: null,
  upperEdge: null,
  feelHalfWidthMm: null,
  decision: null,
  gauging: null,
  stepsOff: null,
  doNotRun: null,
  touchUpWithinMm: null,
  recheck: null,
  maxHoursPerDay: null,
  timesHabit: null,
  leadShare: null,
  leadDays: null,
  staleAfterDays: null,
  staleOffSeasonDays: null,
  workingSeason: null,
  monthsInStorage: null,
};
