/** Complete valid bodies of operations, for the trial to mutate. */
const mm = (value) => ({ value, unit: 'mm' });
const range = { kind: 'range', min: mm(0.1), max: mm(0.16) };
export const NO_RULES = Object.fromEntries(
  'target toleranceMm upperEdge feelHalfWidthMm decision gauging touchUpWithinMm recheck stepsOff doNotRun maxHoursPerDay timesHabit leadShare leadDays staleAfterDays staleOffSeasonDays workingSeason monthsInStorage'
    .split(' ')
    .map((name) => [name, null]),
);
export const TRIES = [
  { blades: [{ printed: mm(0.12) }], feel: 'free' },
  { blades: [{ printed: mm(0.15) }], feel: 'wont' },
];

export const validFamily = (id, code, source) => ({
  id,
  code,
  layout: 'single',
  cylinders: 1,
  intakePerCylinder: 1,
  exhaustPerCylinder: 1,
  temperature: 'cold',
  belowC: 35,
  restHours: 8,
  fromC: null,
  toC: null,
  temperatureRecipe: '',
  positions: ['compression-tdc'],
  positionRecipe: '',
  adjuster: '',
  turning: null,
  intervalHours: 120,
  intervalMonths: 12,
  breakInHours: 20,
  seasonDay: null,
  dealerOnly: false,
  noInterval: false,
  cautions: [],
  adjusterKind: 'screw-at-push-rod',
  strokeMm: null,
  rodMm: null,
  stampingPattern: 'T45*',
  sheet: {
    fuel: null,
    intakeSide: '',
    exhaustSide: '',
    firesAtDeg: [],
    mark: '',
    rotation: '',
    timing: null,
    pastTopMm: 7,
    rimMm: null,
    fins: null,
    comesOff: ['cowl'],
    stemCaps: false,
    shimFromMm: 2,
    shimToMm: 3,
    shimStepMm: 0.05,
    usualFlow: 'stop',
    turnBy: 'crank-bolt',
    releaseFirst: ['clutch'],
    makeSafe: [],
    coverScrews: { count: 4, long: [2], order: [] },
    compressionRelease: '',
    season: '',
    seal: null,
    sealNote: '',
    sealCureHours: null,
    torques: [],
    tools: [{ name: 'Wrench', size: '10 mm', count: 1, number: '', place: '' }],
    parts: [],
    bladeShape: null,
  },
  source,
});

export const validSource = (id) => ({
  id,
  kind: 'manual',
  saidBy: 'Book',
  saidOn: '2026-01-01',
  intake: range,
  exhaust: range,
  note: '',
});

/** `belongs` is its kind, family and site. */
export const validUnit = (id, tag, belongs) => ({
  id,
  tag,
  serial: '1',
  stamping: 'T45 1',
  inServiceOn: '2024-01-01',
  hoursAtStart: 0,
  use: 'in-service',
  hireUntil: null,
  noMeter: false,
  note: '',
  particulars: { paintMark: '', markWrong: '', obstacle: '', access: 'left', parts: [] },
  ...belongs,
});

export const validBladeSet = (id, name) => ({
  id,
  name,
  checkedOn: '2026-01-01',
  checkDueOn: null,
  shape: 'straight',
  toleranceMm: 0.005,
  active: true,
  blades: [0.1, 0.12, 0.15].map((value) => ({ printed: mm(value), measuredMm: null })),
});
