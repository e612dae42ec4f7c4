import type { ChangeFamilyDto, FamilyDto, Position } from '../../shared/api/index.ts';
import type { TemperatureUnit } from '@sturdy-shim/core';
import { celsiusOf, degreesIn, readFigure, readYearDay, yearDayText } from '../../shared/format/index.ts';

type Sheet = FamilyDto['sheet'];
type Torque = Sheet['torques'][number];

/** A family as it is being typed: figures are texts until they are sent. */
export interface FamilyDraft {
  readonly code: string;
  readonly layout: string;
  readonly fuel: NonNullable<Sheet['fuel']> | '';
  readonly cylinders: string;
  readonly intakePerCylinder: string;
  readonly exhaustPerCylinder: string;
  readonly firesAtDeg: string;
  readonly intakeSide: string;
  readonly exhaustSide: string;
  readonly stampingPattern: string;
  readonly temperature: 'cold' | 'warm';
  /** The unit in which the three below are typed. */
  readonly degrees: TemperatureUnit;
  readonly belowC: string;
  readonly fromC: string;
  readonly toC: string;
  readonly temperatureRecipe: string;
  readonly positions: readonly Position[];
  readonly positionRecipe: string;
  readonly mark: string;
  readonly rotation: string;
  readonly compressionRelease: string;
  readonly adjusterKind: FamilyDto['adjusterKind'];
  readonly adjuster: string;
  readonly pitchMm: string;
  readonly rockerRatio: string;
  readonly strokeMm: string;
  readonly rodMm: string;
  readonly breakInHours: string;
  readonly intervalHours: string;
  readonly intervalMonths: string;
  /** The day before which it should be done, as people say it. */
  readonly seasonDay: string;
  readonly season: string;
  readonly seal: NonNullable<Sheet['seal']> | '';
  readonly sealNote: string;
  readonly sealCureHours: string;
  readonly torques: readonly Torque[];
  readonly tools: string;
  readonly parts: string;
  readonly bladeShape: NonNullable<Sheet['bladeShape']> | '';
  readonly cautions: string;
  readonly dealerOnly: boolean;
}

/** The fields that are typed as text. */
export type TextName = {
  [Name in keyof FamilyDraft]: FamilyDraft[Name] extends string ? Name : never;
}[keyof FamilyDraft];

const text = (value: number | null): string => (value === null ? '' : String(value));

const typedDegrees = (celsius: number | null, unit: TemperatureUnit): string =>
  celsius === null ? '' : String(degreesIn(celsius, unit));

/** Temperatures read in another unit: what was typed is converted, what is no figure stays. */
export function inDegrees(draft: FamilyDraft, degrees: TemperatureUnit): FamilyDraft {
  const other = (typed: string): string => {
    const figure = readFigure(typed);
    return 'value' in figure ? String(degreesIn(celsiusOf(figure.value, draft.degrees), degrees)) : typed;
  };
  if (degrees === draft.degrees) return draft;
  return { ...draft, degrees, belowC: other(draft.belowC), fromC: other(draft.fromC), toC: other(draft.toC) };
}

export function draftOf(family: FamilyDto | null, degrees: TemperatureUnit = '°C'): FamilyDraft {
  const sheet = family?.sheet;
  return {
    code: family?.code ?? '',
    layout: family?.layout ?? 'single',
    fuel: sheet?.fuel ?? '',
    cylinders: String(family?.cylinders ?? 1),
    intakePerCylinder: String(family?.intakePerCylinder ?? 1),
    exhaustPerCylinder: String(family?.exhaustPerCylinder ?? 1),
    firesAtDeg: sheet?.firesAtDeg.join(', ') ?? '',
    intakeSide: sheet?.intakeSide ?? '',
    exhaustSide: sheet?.exhaustSide ?? '',
    stampingPattern: family?.stampingPattern ?? '',
    temperature: family?.temperature ?? 'cold',
    degrees,
    belowC: typedDegrees(family?.belowC ?? null, degrees),
    fromC: typedDegrees(family?.fromC ?? null, degrees),
    toC: typedDegrees(family?.toC ?? null, degrees),
    temperatureRecipe: family?.temperatureRecipe ?? '',
    positions: family?.positions ?? ['compression-tdc'],
    positionRecipe: family?.positionRecipe ?? '',
    mark: sheet?.mark ?? '',
    rotation: sheet?.rotation ?? '',
    compressionRelease: sheet?.compressionRelease ?? '',
    adjusterKind: family?.adjusterKind ?? 'screw-at-push-rod',
    adjuster: family?.adjuster ?? '',
    pitchMm: text(family?.turning?.pitchMm ?? null),
    rockerRatio: text(family?.turning?.rockerRatio ?? null),
    strokeMm: text(family?.strokeMm ?? null),
    rodMm: text(family?.rodMm ?? null),
    breakInHours: text(family?.breakInHours ?? null),
    intervalHours: text(family?.intervalHours ?? null),
    intervalMonths: text(family?.intervalMonths ?? null),
    seasonDay: typeof family?.seasonDay === 'string' ? yearDayText(family.seasonDay) : '',
    season: sheet?.season ?? '',
    seal: sheet?.seal ?? '',
    sealNote: sheet?.sealNote ?? '',
    sealCureHours: text(sheet?.sealCureHours ?? null),
    torques: sheet?.torques ?? [],
    tools: sheet?.tools.join('\n') ?? '',
    parts: sheet?.parts.join('\n') ?? '',
    bladeShape: sheet?.bladeShape ?? '',
    cautions: family?.cautions.join('\n') ?? '',
    dealerOnly: family?.dealerOnly ?? false,
  };
}

/** What each kind of adjuster does when it is turned; null where nothing is. */
const TURNS = {
  'screw-at-push-rod': 'screw-at-push-rod',
  'pivot-nut-inner-lock': 'pivot-nut',
  'pivot-nut-self-locking': 'pivot-nut',
  'screw-at-valve': 'screw-at-valve',
  shims: null,
  'ground-stem': null,
  hydraulic: null,
} as const;
export const turns = (kind: FamilyDto['adjusterKind']): boolean => TURNS[kind] !== null;

type Fields = Omit<ChangeFamilyDto, 'version'>;
type Read = { readonly fields: Fields } | { readonly wrong: Readonly<Record<string, string>> };

const lines = (value: string): string[] =>
  value
    .split('\n')
    .map((each) => each.trim())
    .filter((each) => each !== '');

/** For the wire; or which figures are none. What is right in itself the server looks at as a whole. */
export function fieldsOf(draft: FamilyDraft): Read {
  const wrong: Record<string, string> = {};
  const figure = (name: TextName): number | null => {
    const typed = draft[name].trim();
    if (typed === '') return null;
    const read = readFigure(typed);
    if ('value' in read) return read.value;
    wrong[name] = read.problem;
    return null;
  };
  const celsius = (name: 'belowC' | 'fromC' | 'toC'): number | null => {
    const value = figure(name);
    return value === null ? null : celsiusOf(value, draft.degrees);
  };
  const whole = (name: TextName): number => {
    const value = figure(name);
    if (value !== null && Number.isInteger(value) && value > 0) return value;
    wrong[name] ??= 'Write a whole number.';
    return 1;
  };
  const angles = draft.firesAtDeg
    .split(/[\s,;]+/)
    .filter((each) => each !== '')
    .map(Number);
  if (angles.some((each) => !Number.isFinite(each))) wrong.firesAtDeg = 'Write the angles with commas between them.';
  const seasonDay = draft.seasonDay.trim() === '' ? null : readYearDay(draft.seasonDay);
  if (draft.seasonDay.trim() !== '' && seasonDay === null) wrong.seasonDay = 'Write a day and a month: 1 March.';
  const [pitchMm, rockerRatio] = [figure('pitchMm'), figure('rockerRatio')];
  const kind = TURNS[draft.adjusterKind];
  if (kind !== null && (pitchMm === null) !== (rockerRatio === null))
    wrong[pitchMm === null ? 'pitchMm' : 'rockerRatio'] = 'Give both pitch and ratio, or neither.';
  const {
    code,
    layout,
    temperature,
    temperatureRecipe,
    positionRecipe,
    adjusterKind,
    adjuster,
    dealerOnly,
    stampingPattern,
  } = draft;
  const { intakeSide, exhaustSide, mark, rotation, compressionRelease, season, sealNote } = draft;
  const fields: Fields = {
    code: code.trim(),
    layout,
    cylinders: whole('cylinders'),
    intakePerCylinder: whole('intakePerCylinder'),
    exhaustPerCylinder: whole('exhaustPerCylinder'),
    temperature,
    belowC: temperature === 'cold' ? celsius('belowC') : null,
    fromC: temperature === 'warm' ? celsius('fromC') : null,
    toC: temperature === 'warm' ? celsius('toC') : null,
    temperatureRecipe,
    positions: [...draft.positions],
    positionRecipe,
    adjuster,
    adjusterKind,
    turning: kind === null || pitchMm === null || rockerRatio === null ? null : { kind, pitchMm, rockerRatio },
    strokeMm: figure('strokeMm'),
    rodMm: figure('rodMm'),
    breakInHours: figure('breakInHours'),
    intervalHours: figure('intervalHours'),
    intervalMonths: figure('intervalMonths'),
    seasonDay,
    dealerOnly,
    cautions: lines(draft.cautions),
    stampingPattern,
    sheet: {
      fuel: draft.fuel === '' ? null : draft.fuel,
      firesAtDeg: angles,
      intakeSide,
      exhaustSide,
      rotation,
      compressionRelease,
      mark,
      torques: draft.torques.filter(({ what }) => what.trim() !== ''),
      seal: draft.seal === '' ? null : draft.seal,
      sealNote,
      sealCureHours: figure('sealCureHours'),
      parts: lines(draft.parts),
      tools: lines(draft.tools),
      bladeShape: draft.bladeShape === '' ? null : draft.bladeShape,
      season,
    },
  };
  return Object.keys(wrong).length > 0 ? { wrong } : { fields };
}
