import { keysOf, type GaugingFlow, type TemperatureUnit, ruleText as coreRuleText } from '@sturdy-shim/core';
import type { FamilyDto, MakeSafe, Position, RuleDto, SheetItemDto, SourceDto } from '../api/index.ts';
import { temperatureText } from './temperature.ts';

type Sheet = FamilyDto['sheet'];

export const POSITION_WORDS: Record<Position, string> = {
  'compression-tdc': 'Compression top dead center',
  'past-compression-tdc': 'A stated travel past compression top',
  'flywheel-mark': 'Flywheel or pulley timing mark, both rockers slack',
  'cam-wheel-mark': 'Cam wheel mark',
  'other-valve-open': 'The other valve fully open',
  'timing-pin': 'Timing pin',
  'both-rockers-slack': 'Both rockers slack, without a mark or a probe',
  'feel-of-compression': 'Feel of compression',
  other: 'Another way, as written on the sheet',
  unconfirmed: 'Not confirmed',
};

/** At which temperature an engine is gauged. */
export const TEMPERATURE_WORDS: Record<FamilyDto['temperature'], string> = {
  cold: 'cold',
  warm: 'warm',
  'not-stated': 'temperature not stated',
};

/** `gauged cold`, or that no source states it. */
export const gaugedText = (temperature: FamilyDto['temperature']): string =>
  `${temperature === 'not-stated' ? '' : 'gauged '}${TEMPERATURE_WORDS[temperature]}`;

export const ADJUSTER_WORDS: Record<FamilyDto['adjusterKind'], string> = {
  'not-stated': 'Not stated',
  'screw-at-push-rod': 'Screw and lock nut at the push-rod end',
  'pivot-nut-inner-lock': 'Pivot nut with an inner lock screw',
  'pivot-nut-jam-nut': 'Pivot nut with a separate jam nut',
  'pivot-nut-self-locking': 'Plain self-locking pivot nut',
  'inner-screw-outer-nut': 'Inner screw with an outer lock nut',
  'self-locking-screw': 'Self-locking screw',
  'screw-at-valve': 'Screw at the valve end',
  shims: 'Shims',
  'ground-stem': 'None: the stem is ground by a machine shop',
  hydraulic: 'Hydraulic: nothing to set',
  other: 'Another one, in words',
};

export const SEAL_WORDS: Record<NonNullable<FamilyDto['sheet']['seal']>, string> = {
  renew: 'Replace it every time',
  'reuse-if-sound': 'Reuse it if sound',
  sealant: 'Sealant',
  'gasket-or-sealant': 'Gasket or sealant, either will do',
};

export const SOURCE_WORDS: Record<SourceDto['kind'], string> = {
  manual: 'Manual',
  'engine-label': 'Engine label',
  'makers-answer': 'Maker’s answer',
  dealer: 'Dealer',
  book: 'Book',
  video: 'Maker’s video',
  'web-page': 'Web page',
  'supplied-gauge': 'Gauge supplied with the engine',
  'shop-practice': 'Shop practice',
  hearsay: 'Hearsay',
  other: 'Another source',
};

/** A rule in the unit and digits of its source. The DTO's fields are optional; each kind has its own. */
export const ruleText = (rule: RuleDto): string => coreRuleText(rule);

/** Words for fuels. */
export const FUEL_WORDS: Record<NonNullable<Sheet['fuel']>, string> = {
  gasoline: 'gasoline',
  diesel: 'diesel',
  'propane-or-natural-gas': 'propane or natural gas',
  'glow-fuel': 'glow fuel',
  other: 'another fuel',
};

export const TURN_BY_WORDS: Record<NonNullable<Sheet['turnBy']>, string> = {
  'crank-bolt': 'a wrench on the crank bolt',
  'alternator-nut': 'a wrench on the alternator nut',
  'belt-pulley': 'the belt pulley',
  flywheel: 'the flywheel or fan, by hand',
  'recoil-rope': 'the starter rope, pulled slowly',
  'starter-in-pulses': 'the starter, in short pulses',
  other: 'another way, as written beside it',
};

export const FLOW_WORDS: Record<GaugingFlow, string> = {
  valve: 'valve by valve',
  cylinder: 'cylinder by cylinder, or bank by bank',
  stop: 'stop by stop',
  'found-first': 'all as found first',
};

export const RELEASE_WORDS: Record<Sheet['releaseFirst'][number], string> = {
  clutch: 'the clutch',
  brake: 'the brake',
  'decompression-lever': 'the decompression lever',
  other: 'something else, as written beside it',
};

export const MAKE_SAFE_WORDS: Record<MakeSafe, string> = {
  'plug-lead-off': 'Plug lead off and tied back',
  'battery-off': 'Battery negative off, or none fitted',
  'fuel-shut': 'Fuel shut',
  'level-and-clear': 'Machine level, blades and belts kept clear',
  'parking-brake-on': 'Parking brake on',
  'stop-lever-pulled': 'Stop lever pulled, so it cannot catch',
  'decompression-lever-off': 'Decompression lever clear of the valves before gauging',
  'air-intake-covered': 'Air intake covered while it is open',
  'injector-lines-closed': 'Injection lines left closed: they hold pressure',
};

/** The make-safe list of a family, consistent with the rest of its sheet. */
export function makeSafeText(measure: MakeSafe, { turnBy, comesOff }: Pick<Sheet, 'turnBy' | 'comesOff'>): string {
  if (measure === 'battery-off' && turnBy === 'starter-in-pulses')
    return 'Battery negative off; on again only for the pulses of the starter';
  if (measure === 'injector-lines-closed' && comesOff.some((each) => /inject/i.test(each)))
    return 'Injection pressure let off as the manual says, before a pipe comes off';
  return MAKE_SAFE_WORDS[measure];
}

/** The place of a torque by its label; others are for closing up. */
const TORQUE_PLACES = { lock: /lock|jam|adjust/i, plug: /plug|inject/i, cover: /cover|cowl/i } as const;

/** The torques of one place, each as printed: `8 N·m (lock screw)`. `rest`: those of no other place. */
export const torquesFor = ({ torques }: Pick<Sheet, 'torques'>, place: keyof typeof TORQUE_PLACES | 'rest'): string[] =>
  torques
    .filter(({ what }) => {
      const at = keysOf(TORQUE_PLACES).find((each) => TORQUE_PLACES[each].test(what));
      return (at ?? 'rest') === place;
    })
    .map(({ what, value, unit }) => `${what} ${value} ${unit}`);

/** A tool or a part in one line: `2 × Cover screw, M6 × 12, top corners (YD-12)`. */
export const itemText = ({ name, size, count, number, place }: SheetItemDto): string =>
  [count === 1 ? name : `${count} × ${name}`, size, place].filter((part) => part !== '').join(', ') +
  (number === '' ? '' : ` (${number})`);

/** How an engine is turned over to settle its valves: by hand, unless only the starter turns it. */
export const turnedHow = ({ sheet }: Pick<FamilyDto, 'sheet'>): string =>
  sheet.turnBy === 'starter-in-pulses' ? 'by short pulses of the starter' : 'by hand';

/** How the crank of this engine is turned, from the sheet; empty if not stated. */
export const turnItText = ({ sheet }: FamilyDto): string =>
  [
    sheet.releaseFirst.length > 0 && `release ${sheet.releaseFirst.map((each) => RELEASE_WORDS[each]).join(' and ')}`,
    sheet.turnBy !== null && `turn by ${TURN_BY_WORDS[sheet.turnBy]}`,
    sheet.rotation !== '' && sheet.rotation,
  ]
    .filter(Boolean)
    .join('; ');

/** The temperature limits as the source states them. */
export function temperatureFigures({ temperature, belowC, fromC, toC }: FamilyDto, unit: TemperatureUnit): string {
  switch (temperature) {
    case 'cold':
      return belowC === null ? 'no figure given' : `below ${temperatureText(belowC, unit)}`;
    case 'warm':
      return fromC === null || toC === null
        ? 'no figure stated'
        : `${temperatureText(fromC, unit)} to ${temperatureText(toC, unit)}`;
    case 'not-stated':
      return '· the bench evaluates gaps of a cold engine only';
  }
}
