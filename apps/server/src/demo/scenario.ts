import type { SourceKind } from '../families/index.ts';
import {
  type Adjuster,
  type EngineTemperatureRule,
  type LengthUnit,
  type Position,
  type PublishedLength,
  type Rule,
  mm,
} from '@sturdy-shim/core';

/** The fleet of a county yard. Every figure and every name here is invented. */
export const SITES = ['Main yard', 'North walks', 'Lower sluice', 'Arboretum', 'Rental desk'] as const;

const of =
  (unit: LengthUnit) =>
  (value: number): PublishedLength => ({ value, unit });
const [inMm, inInch, inThou] = [of('mm'), of('in'), of('thou')];
/** A figure that the source prints in both systems. */
const both = (metric: number, inch: number): PublishedLength => ({
  ...inMm(metric),
  beside: { value: inch, unit: 'in' },
});
const range = (min: PublishedLength, max: PublishedLength): Rule => ({ kind: 'range', min, max });
const give = (nominal: PublishedLength, tolerance: PublishedLength): Rule => ({
  kind: 'nominal-tolerance',
  nominal,
  tolerance,
});
const nominal = (value: PublishedLength): Rule => ({ kind: 'nominal', nominal: value });

export interface DemoSource {
  readonly kind: SourceKind;
  readonly intake: Rule;
  readonly exhaust: Rule;
  readonly inUse: boolean;
}

export interface DemoFamily {
  readonly code: string;
  /** Code of its base family. */
  readonly as?: string;
  readonly layout: string;
  readonly cylinders: number;
  readonly temperature: EngineTemperatureRule['kind'];
  readonly temperatureRecipe: string;
  readonly positions: readonly Position[];
  readonly positionRecipe: string;
  readonly adjuster: string;
  readonly turning: Adjuster | null;
  /** Null: no source states an interval. */
  readonly intervalHours: number | null;
  readonly intervalMonths: number | null;
  readonly breakInHours: number | null;
  /** Days from the loading of the demo to the start of the season. */
  readonly seasonInDays?: number;
  readonly dealerOnly?: boolean;
  readonly cautions: readonly string[];
  readonly sources: readonly DemoSource[];
  readonly units: number;
  readonly kinds: readonly { readonly kind: string; readonly prefix: string }[];
  /** Run-hours a day in the height of the season, from and to. */
  readonly hoursPerDay: readonly [number, number];
}

const COLD = 'Rested overnight; block no warmer than the hand.';
const LEAD = 'Plug lead off and tied back before the cover comes off.';

const PLAIN: readonly DemoFamily[] = [
  {
    code: 'Flint 24W',
    layout: 'handheld',
    cylinders: 1,
    temperature: 'warm',
    temperatureRecipe: 'Idle half a minute, full throttle ten seconds, stop and gauge at once.',
    positions: ['past-compression-tdc', 'compression-tdc'],
    positionRecipe: 'Compression top, then a little on until the starting aid lets go; both rockers slack.',
    adjuster: 'screw and lock nut at the push-rod end',
    turning: { kind: 'screw-at-push-rod', pitchMm: mm(0.5), rockerRatio: 1.25 },
    intervalHours: 30,
    intervalMonths: null,
    breakInHours: 6,
    seasonInDays: 70,
    cautions: [LEAD, 'The head is hot: gauge with gloves, keep the muffler away from the sleeve.'],
    sources: [
      {
        kind: 'manual',
        intake: range(both(0.07, 0.003), both(0.11, 0.004)),
        exhaust: range(both(0.09, 0.004), both(0.13, 0.005)),
        inUse: true,
      },
    ],
    units: 46,
    kinds: [
      { kind: 'Line trimmer', prefix: 'LT' },
      { kind: 'Hedge cutter', prefix: 'HC' },
      { kind: 'Backpack blower', prefix: 'BB' },
    ],
    hoursPerDay: [0.25, 0.7],
  },
  {
    code: 'Chert 165',
    layout: 'single',
    cylinders: 1,
    temperature: 'cold',
    temperatureRecipe: COLD,
    positions: ['past-compression-tdc', 'compression-tdc', 'other-valve-open'],
    positionRecipe: 'Compression top by a plastic probe, then about 7 mm of piston travel on.',
    adjuster: 'pivot nut with an inner lock screw',
    turning: { kind: 'pivot-nut', pitchMm: mm(0.75), rockerRatio: 1.2 },
    intervalHours: 120,
    intervalMonths: 12,
    breakInHours: 18,
    cautions: [LEAD, 'Nothing small near the open plug hole.'],
    sources: [
      { kind: 'manual', intake: give(inMm(0.14), inMm(0.03)), exhaust: give(inMm(0.19), inMm(0.03)), inUse: true },
      { kind: 'hearsay', intake: nominal(inThou(5)), exhaust: nominal(inThou(7)), inUse: false },
    ],
    units: 36,
    kinds: [
      { kind: 'Dewatering pump', prefix: 'DP' },
      { kind: 'Path mower', prefix: 'PM' },
    ],
    hoursPerDay: [0.5, 1.8],
  },
  {
    code: 'Basalt 580V',
    layout: 'V-twin',
    cylinders: 2,
    temperature: 'cold',
    temperatureRecipe: 'Rested six hours, below 35 °C.',
    positions: ['other-valve-open', 'compression-tdc'],
    positionRecipe: 'Gauge one valve while the other of its cylinder is fully open; no mark needed.',
    adjuster: 'pivot nut with an inner lock screw',
    turning: { kind: 'pivot-nut', pitchMm: mm(0.75), rockerRatio: 1.3 },
    intervalHours: 180,
    intervalMonths: 12,
    breakInHours: null,
    cautions: [
      'Both plug leads off and tied back, battery negative off.',
      'Keep blades and belts clear: turn by hand only.',
    ],
    sources: [
      {
        kind: 'manual',
        intake: range(inInch(0.0045), inInch(0.0065)),
        exhaust: range(inInch(0.0045), inInch(0.0065)),
        inUse: true,
      },
    ],
    units: 16,
    kinds: [
      { kind: 'Ride-on mower', prefix: 'RO' },
      { kind: 'Chipper', prefix: 'CH' },
    ],
    hoursPerDay: [0.8, 2.2],
  },
  {
    code: 'Slate 240S',
    layout: 'single, shims',
    cylinders: 1,
    temperature: 'cold',
    temperatureRecipe: COLD,
    positions: ['compression-tdc'],
    positionRecipe: 'Compression top by the light in the plug hole; both followers loose.',
    adjuster: 'shims under the followers',
    turning: null,
    intervalHours: 260,
    intervalMonths: 24,
    breakInHours: null,
    cautions: [LEAD, 'Shims are small: cover the open head with a clean rag.'],
    sources: [
      {
        kind: 'makers-answer',
        intake: range(inMm(0.11), inMm(0.17)),
        exhaust: range(inMm(0.16), inMm(0.22)),
        inUse: true,
      },
    ],
    units: 12,
    kinds: [
      { kind: 'Plate compactor', prefix: 'PC' },
      { kind: 'Path roller', prefix: 'PR' },
    ],
    hoursPerDay: [0.7, 2],
  },
  {
    code: 'Gneiss 390D',
    layout: 'diesel single',
    cylinders: 1,
    temperature: 'cold',
    temperatureRecipe: COLD,
    positions: ['flywheel-mark', 'compression-tdc'],
    positionRecipe: 'Flywheel mark at the pointer, then confirm that both rockers are slack.',
    adjuster: 'screw and lock nut at the push-rod end',
    turning: { kind: 'screw-at-push-rod', pitchMm: mm(1), rockerRatio: 1.3 },
    intervalHours: 240,
    intervalMonths: 18,
    breakInHours: 40,
    cautions: ['Battery negative off, fuel shut.', 'Injection lines hold pressure: leave them alone.'],
    sources: [{ kind: 'engine-label', intake: nominal(inMm(0.21)), exhaust: nominal(inMm(0.24)), inUse: true }],
    units: 14,
    kinds: [
      { kind: 'Generator', prefix: 'GN' },
      { kind: 'Light tower', prefix: 'TW' },
    ],
    hoursPerDay: [1, 3.5],
  },
  {
    code: 'Dolerite 3D',
    layout: 'three-cylinder diesel',
    cylinders: 3,
    temperature: 'cold',
    temperatureRecipe: 'Rested overnight, below 40 °C.',
    positions: ['timing-pin', 'flywheel-mark'],
    positionRecipe: 'Timing pin in for cylinder 1; one full turn on for the others.',
    adjuster: 'screw and lock nut at the valve end',
    turning: { kind: 'screw-at-valve', pitchMm: mm(1), rockerRatio: 1 },
    intervalHours: 420,
    intervalMonths: 24,
    breakInHours: null,
    dealerOnly: true,
    cautions: ['Battery negative off, fuel shut.', 'Injection lines hold pressure: leave them alone.'],
    sources: [
      {
        kind: 'dealer',
        intake: range(inMm(0.24), inMm(0.32)),
        exhaust: range(inMm(0.34), inMm(0.42)),
        inUse: true,
      },
    ],
    units: 8,
    kinds: [
      { kind: 'Water-weed cutter', prefix: 'WW' },
      { kind: 'Sluice pump', prefix: 'SP' },
    ],
    hoursPerDay: [1.5, 4],
  },
  {
    code: 'Marl 80G',
    layout: 'small generator',
    cylinders: 1,
    temperature: 'cold',
    temperatureRecipe: COLD,
    positions: ['compression-tdc', 'other-valve-open'],
    positionRecipe: 'Compression top by feel of the starter rope; both rockers slack.',
    adjuster: 'screw and lock nut at the valve end',
    turning: { kind: 'screw-at-valve', pitchMm: mm(0.5), rockerRatio: 1 },
    intervalHours: 90,
    intervalMonths: 12,
    breakInHours: 15,
    cautions: [
      LEAD,
      'Never connect to building wiring without the transfer switch and the licensed person that local code asks for.',
    ],
    sources: [
      {
        kind: 'manual',
        intake: range(inThou(2.5), inThou(4.5)),
        exhaust: range(inThou(3.5), inThou(5.5)),
        inUse: true,
      },
    ],
    units: 8,
    kinds: [{ kind: 'Small generator', prefix: 'SG' }],
    hoursPerDay: [0.3, 1],
  },
  {
    code: 'Tuff 45',
    layout: 'single, two sources',
    cylinders: 1,
    temperature: 'cold',
    temperatureRecipe: COLD,
    positions: ['compression-tdc'],
    positionRecipe: 'Compression top; both rockers slack.',
    adjuster: 'plain self-locking pivot nut',
    turning: { kind: 'pivot-nut', pitchMm: mm(1), rockerRatio: 1.1 },
    intervalHours: 75,
    intervalMonths: 12,
    breakInHours: null,
    cautions: [LEAD],
    sources: [
      {
        kind: 'engine-label',
        // The label has its point in the wrong place; a lead decided what is meant.
        intake: give({ ...inMm(0.1), printed: '0.010 mm' }, inMm(0.02)),
        exhaust: give({ ...inMm(0.1), printed: '0.010 mm' }, inMm(0.02)),
        inUse: false,
      },
      {
        kind: 'dealer',
        intake: range(inMm(0.14), inMm(0.19)),
        exhaust: range(inMm(0.14), inMm(0.19)),
        inUse: false,
      },
    ],
    units: 6,
    kinds: [
      { kind: 'Saw bench', prefix: 'SB' },
      { kind: 'Edger', prefix: 'EG' },
    ],
    hoursPerDay: [0.3, 0.9],
  },
  {
    // Came second hand without a book: the label gives the gaps and nothing else.
    code: 'Skarn 90',
    layout: 'single, no manual',
    cylinders: 1,
    temperature: 'not-stated',
    temperatureRecipe: '',
    positions: [],
    positionRecipe: '',
    adjuster: '',
    turning: null,
    intervalHours: null,
    intervalMonths: null,
    breakInHours: null,
    cautions: [LEAD],
    sources: [
      {
        kind: 'engine-label',
        intake: range(inMm(0.08), inMm(0.12)),
        exhaust: range(inMm(0.13), inMm(0.17)),
        inUse: true,
      },
    ],
    units: 2,
    kinds: [{ kind: 'Winch', prefix: 'WN' }],
    hoursPerDay: [0.1, 0.4],
  },
];

const [, CHERT] = PLAIN;

/** A variant of another family: the same engine upright with another cover, so only a few lines of its sheet differ. */
export const FAMILIES: readonly DemoFamily[] = [
  ...PLAIN,
  ...(CHERT === undefined
    ? []
    : [
        {
          ...CHERT,
          code: 'Chert 165U',
          as: CHERT.code,
          layout: 'single, upright shaft',
          sources: [],
          units: 2,
          kinds: [{ kind: 'Verge mower', prefix: 'VM' }],
        },
      ]),
];
