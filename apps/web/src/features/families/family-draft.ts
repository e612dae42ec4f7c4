import type { ChangeFamilyDto, FamilyDto, Position, SheetItemDto } from '../../shared/api/index.ts';
import { ADJUSTER_KINDS, type TemperatureUnit, lengthFromText, publishedMm } from '@sturdy-shim/core';
import { type TypedTiming, timingDraft, timingOf } from './timing-draft.ts';
import { BLANK_FAMILY } from './blank-family.ts';
import { celsiusOf, degreesIn, readFigure, readYearDay, yearDayText } from '../../shared/format/index.ts';

type Sheet = FamilyDto['sheet'];
type Moves = NonNullable<FamilyDto['turning']>['kind'];
type Torque = Sheet['torques'][number];

/** The form values of a family: figures are texts until they are sent. */
export interface FamilyDraft extends TypedTiming {
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
  /** Not stated until a source says it, like the kind of adjuster; positions are empty until then. */
  readonly temperature: FamilyDto['temperature'];
  /** The unit in which the three below are typed. */
  readonly degrees: TemperatureUnit;
  readonly belowC: string;
  readonly restHours: string;
  readonly fromC: string;
  readonly toC: string;
  readonly temperatureRecipe: string;
  readonly positions: readonly Position[];
  readonly positionRecipe: string;
  readonly mark: string;
  readonly rotation: string;
  readonly turnBy: NonNullable<Sheet['turnBy']> | '';
  readonly usualFlow: NonNullable<Sheet['usualFlow']> | '';
  readonly releaseFirst: Sheet['releaseFirst'];
  /** Empty: by the fuel. */
  readonly makeSafe: Sheet['makeSafe'];
  readonly coverCount: string;
  /** Places with spaces between. */
  readonly coverLong: string;
  readonly coverOrder: string;
  readonly compressionRelease: string;
  readonly adjusterKind: FamilyDto['adjusterKind'];
  readonly adjuster: string;
  /** What a turn moves, if the kind of adjuster does not determine it. */
  readonly moves: Moves;
  readonly pitchMm: string;
  readonly rockerRatio: string;
  readonly strokeMm: string;
  readonly rodMm: string;
  readonly breakInHours: string;
  readonly intervalHours: string;
  readonly intervalMonths: string;
  /** The day of the year before which the check is due, as typed. */
  readonly seasonDay: string;
  readonly season: string;
  readonly seal: NonNullable<Sheet['seal']> | '';
  readonly sealNote: string;
  readonly sealCureHours: string;
  readonly torques: readonly Torque[];
  readonly tools: readonly SheetItemDto[];
  readonly parts: readonly SheetItemDto[];
  readonly bladeShape: NonNullable<Sheet['bladeShape']> | '';
  readonly cautions: string;
  readonly dealerOnly: boolean;
  readonly noInterval: boolean;
  /** The id of the base family. */
  readonly baseId: string | null;
}

/** The fields that are typed as text. */
export type TextName = {
  [Name in keyof FamilyDraft]: FamilyDraft[Name] extends string ? Name : never;
}[keyof FamilyDraft];

const text = (value: number | null): string => (value === null ? '' : String(value));

const typedDegrees = (celsius: number | null, unit: TemperatureUnit): string =>
  celsius === null ? '' : String(degreesIn(celsius, unit));

/** Converts the typed temperatures to another unit; text that is not a figure stays. */
export function inDegrees(draft: FamilyDraft, degrees: TemperatureUnit): FamilyDraft {
  const other = (typed: string): string => {
    const figure = readFigure(typed);
    return figure.ok ? String(degreesIn(celsiusOf(figure.value, draft.degrees), degrees)) : typed;
  };
  if (degrees === draft.degrees) return draft;
  return { ...draft, degrees, belowC: other(draft.belowC), fromC: other(draft.fromC), toC: other(draft.toC) };
}

type CoverScrewsDraft = Pick<FamilyDraft, 'coverCount' | 'coverLong' | 'coverOrder'>;

const coverScrewsDraft = (screws: Sheet['coverScrews']): CoverScrewsDraft =>
  screws === null
    ? { coverCount: '', coverLong: '', coverOrder: '' }
    : { coverCount: text(screws.count), coverLong: screws.long.join(' '), coverOrder: screws.order.join(' ') };

const turningDraft = (turning: FamilyDto['turning']): Pick<FamilyDraft, 'moves' | 'pitchMm' | 'rockerRatio'> => ({
  moves: turning?.kind ?? 'screw-at-push-rod',
  pitchMm: text(turning?.pitchMm ?? null),
  rockerRatio: text(turning?.rockerRatio ?? null),
});

export function draftOf(family: FamilyDto | null, degrees: TemperatureUnit = '°C'): FamilyDraft {
  const { sheet, turning, ...facts } = family ?? BLANK_FAMILY;
  return {
    code: facts.code,
    layout: facts.layout,
    fuel: sheet.fuel ?? '',
    cylinders: String(facts.cylinders),
    intakePerCylinder: String(facts.intakePerCylinder),
    exhaustPerCylinder: String(facts.exhaustPerCylinder),
    firesAtDeg: sheet.firesAtDeg.join(', '),
    intakeSide: sheet.intakeSide,
    exhaustSide: sheet.exhaustSide,
    stampingPattern: facts.stampingPattern,
    temperature: facts.temperature,
    degrees,
    belowC: typedDegrees(facts.belowC, degrees),
    restHours: text(facts.restHours),
    fromC: typedDegrees(facts.fromC, degrees),
    toC: typedDegrees(facts.toC, degrees),
    temperatureRecipe: facts.temperatureRecipe,
    positions: facts.positions,
    positionRecipe: facts.positionRecipe,
    mark: sheet.mark,
    rotation: sheet.rotation,
    turnBy: sheet.turnBy ?? '',
    usualFlow: sheet.usualFlow ?? '',
    releaseFirst: sheet.releaseFirst,
    ...timingDraft(sheet),
    makeSafe: sheet.makeSafe,
    ...coverScrewsDraft(sheet.coverScrews),
    compressionRelease: sheet.compressionRelease,
    adjusterKind: facts.adjusterKind,
    adjuster: facts.adjuster,
    ...turningDraft(turning),
    strokeMm: text(facts.strokeMm),
    rodMm: text(facts.rodMm),
    breakInHours: text(facts.breakInHours),
    intervalHours: text(facts.intervalHours),
    intervalMonths: text(facts.intervalMonths),
    seasonDay: facts.seasonDay === null ? '' : yearDayText(facts.seasonDay),
    season: sheet.season,
    seal: sheet.seal ?? '',
    sealNote: sheet.sealNote,
    sealCureHours: text(sheet.sealCureHours),
    torques: sheet.torques,
    tools: sheet.tools,
    parts: sheet.parts,
    bladeShape: sheet.bladeShape ?? '',
    cautions: facts.cautions.join('\n'),
    dealerOnly: facts.dealerOnly,
    noInterval: facts.noInterval,
    baseId: facts.baseId ?? null,
  };
}

/** A copy of a family without name and stampings. A variant keeps it as its base. */
export const copiedFrom = (model: FamilyDto, asVariant: boolean, degrees: TemperatureUnit): FamilyDraft => ({
  ...draftOf(model, degrees),
  code: '',
  stampingPattern: '',
  baseId: asVariant ? model.id : (model.baseId ?? null),
});

type Kind = FamilyDraft['adjusterKind'];
export const turns = (kind: Kind): boolean => ADJUSTER_KINDS[kind].moves !== null;
/** Whether the kind of adjuster does not determine what a turn moves. */
export const movesStated = (kind: Kind): boolean => ADJUSTER_KINDS[kind].moves === 'stated';
const movedBy = ({ adjusterKind, moves }: FamilyDraft): Moves | null => {
  const known = ADJUSTER_KINDS[adjusterKind].moves;
  return known === 'stated' ? moves : known;
};

type Fields = Omit<ChangeFamilyDto, 'version'>;
type Read =
  | { readonly ok: true; readonly fields: Fields }
  | { readonly ok: false; readonly wrong: Readonly<Record<string, string>> };

const lines = (value: string): string[] =>
  value
    .split('\n')
    .map((each) => each.trim())
    .filter((each) => each !== '');

/** A row that was begun without a name. */
const named = (items: readonly SheetItemDto[]): SheetItemDto[] => items.filter(({ name }) => name.trim() !== '');

/** The screws of the cover; null where not stated. The server checks the places. */
function screwsOf(draft: FamilyDraft, wrong: Record<string, string>): Sheet['coverScrews'] {
  const places = (name: 'coverLong' | 'coverOrder'): number[] => {
    const found = draft[name].split(/[\s,;]+/).filter((each) => each !== '');
    if (found.some((each) => !/^\d{1,2}$/.test(each))) wrong[name] = 'Write places with spaces between: 1 4.';
    return found.map(Number);
  };
  const [long, order] = [places('coverLong'), places('coverOrder')];
  const typed = draft.coverCount.trim();
  if (typed === '') {
    if (long.length + order.length > 0) wrong.coverCount ??= 'Say how many screws there are.';
    return null;
  }
  if (!/^\d{1,2}$/.test(typed) || Number(typed) < 1) wrong.coverCount = 'Write a whole number.';
  return { count: Number(typed), long, order };
}

/** Converts the draft to the DTO, or returns the fields that cannot be read. The server validates the whole. */
export function fieldsOf(draft: FamilyDraft): Read {
  const wrong: Record<string, string> = {};
  const figure = (name: TextName): number | null => {
    const typed = draft[name].trim();
    if (typed === '') return null;
    const read = readFigure(typed);
    if (read.ok) return read.value;
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
  const seasonDay = draft.seasonDay.trim() === '' ? null : readYearDay(draft.seasonDay);
  if (draft.seasonDay.trim() !== '' && seasonDay === null)
    wrong.seasonDay = `Write a day and a month: ${yearDayText('03-01')}.`;
  const [pitchMm, rockerRatio] = [figure('pitchMm'), figure('rockerRatio')];
  const kind = movedBy(draft);
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
    noInterval,
    stampingPattern,
  } = draft;
  const fields: Fields = {
    code: code.trim(),
    layout,
    cylinders: whole('cylinders'),
    intakePerCylinder: whole('intakePerCylinder'),
    exhaustPerCylinder: whole('exhaustPerCylinder'),
    temperature,
    belowC: temperature === 'cold' ? celsius('belowC') : null,
    restHours: temperature === 'cold' ? figure('restHours') : null,
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
    noInterval,
    cautions: lines(draft.cautions),
    stampingPattern,
    baseId: draft.baseId,
    sheet: sheetOf(draft, wrong, { figure, whole }),
  };
  return Object.keys(wrong).length > 0 ? { ok: false, wrong } : { ok: true, fields };
}

interface Readers {
  readonly figure: (name: TextName) => number | null;
  readonly whole: (name: TextName) => number;
}

/** The sheet besides the spec. @param wrong receives unreadable values by field */
function sheetOf(draft: FamilyDraft, wrong: Record<string, string>, { figure, whole }: Readers): Fields['sheet'] {
  const angles = draft.firesAtDeg
    .split(/[\s,;]+/)
    .filter((each) => each !== '')
    .map(Number);
  if (angles.some((each) => !Number.isFinite(each))) wrong.firesAtDeg = 'Write the angles with commas between them.';
  const travel = draft.pastTopMm.trim() === '' ? null : lengthFromText(draft.pastTopMm, 'mm');
  if (travel === null && draft.pastTopMm.trim() !== '')
    wrong.pastTopMm = 'Write a travel in mm, or in inches: 7, or 1/4 in.';
  const coverScrews = screwsOf(draft, wrong);
  const { intakeSide, exhaustSide, mark, rotation, compressionRelease, season, sealNote } = draft;
  return {
    fuel: draft.fuel === '' ? null : draft.fuel,
    firesAtDeg: angles,
    intakeSide,
    exhaustSide,
    rotation,
    shimFromMm: figure('shimFromMm'),
    shimToMm: figure('shimToMm'),
    shimStepMm: figure('shimStepMm'),
    usualFlow: draft.usualFlow === '' ? null : draft.usualFlow,
    turnBy: draft.turnBy === '' ? null : draft.turnBy,
    releaseFirst: [...draft.releaseFirst],
    timing: timingOf(draft, wrong),
    pastTopMm: travel === null ? null : Number(publishedMm(travel).toFixed(3)),
    rimMm: figure('rimMm'),
    fins: draft.fins.trim() === '' ? null : whole('fins'),
    comesOff: lines(draft.comesOff),
    stemCaps: draft.stemCaps,
    makeSafe: [...draft.makeSafe],
    coverScrews,
    compressionRelease,
    mark,
    torques: draft.torques.filter(({ what }) => what.trim() !== ''),
    seal: draft.seal === '' ? null : draft.seal,
    sealNote,
    sealCureHours: figure('sealCureHours'),
    parts: named(draft.parts),
    tools: named(draft.tools),
    bladeShape: draft.bladeShape === '' ? null : draft.bladeShape,
    season,
  };
}
