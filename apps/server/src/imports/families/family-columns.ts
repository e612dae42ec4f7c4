import {
  ADJUSTER_KINDS,
  FUELS,
  GAUGING_FLOWS,
  MAKE_SAFE,
  POSITIONS,
  seasonDayFromText,
  seasonDayText,
} from '@sturdy-shim/core';
import {
  BLADE_SHAPES,
  EMPTY_SHEET,
  type FamilyEntity,
  RELEASE_FIRST,
  SEALS,
  type SheetItemDto,
  TORQUE_UNITS,
  TURN_BY,
} from '../../families/index.ts';
import { type Cell, choiceCell, shortened, wrong } from '../cells.ts';
import {
  type PathColumn,
  choiceColumn,
  figureColumn,
  linesColumn,
  shownAs,
  textColumn,
  textLinesColumn,
  valueAt,
  yesNoColumn,
} from '../path-columns.ts';
import { coverScrewsCell, coverScrewsText, eachLine, itemOf, itemText, timingCell, timingText } from './sheet-cells.ts';
import { SOURCE_COLUMNS, sourceRow } from './source-columns.ts';

type Torque = (typeof EMPTY_SHEET)['torques'][number];

/** Spellings of torque units, without separators. */
const TORQUE_WORDS: Readonly<Record<string, Torque['unit']>> = {
  ...Object.fromEntries(TORQUE_UNITS.map((unit) => [unit.toLowerCase().replace(/[^a-z]/g, ''), unit])),
  ftlb: 'lbf·ft',
  lbft: 'lbf·ft',
  ftlbf: 'lbf·ft',
  inlb: 'lbf·in',
  lbin: 'lbf·in',
  inlbf: 'lbf·in',
};

function torqueOf(line: string): Cell<Torque> {
  const words = line.trim().split(/\s+/);
  const at = words.findLastIndex((word) => /^\d/.test(word));
  const [, digits = '', touching = ''] = /^(\d+(?:[.,]\d+)?)(\D*)$/.exec(words[at] ?? '') ?? [];
  const what = words.slice(0, Math.max(0, at)).join(' ');
  const written = touching + words.slice(at + 1).join('');
  const word = written.toLowerCase().replace(/[^a-z]/g, '');
  const unit = what !== '' && Object.hasOwn(TORQUE_WORDS, word) ? TORQUE_WORDS[word] : undefined;
  return unit === undefined
    ? wrong(`“${shortened(line)}” is not a torque.`, 'Write what, how much and the unit: Plug 17 lbf·ft.')
    : { ok: true, value: { what, value: Number(digits.replace(',', '.')), unit } };
}

/** Several choices, one per line, in plain words. */
function choicesColumn(path: string, title: string, choices: readonly string[]): PathColumn {
  const words = Object.fromEntries(choices.map((each) => [each.replaceAll('-', ' '), each]));
  return {
    ...linesColumn(path, title),
    read: (cell) => eachLine(cell, (line) => choiceCell(line, words)),
    shown: shownAs((chosen: string[]) => chosen.map((each) => each.replaceAll('-', ' ')).join('\n')),
  };
}

const itemsColumn = (path: string, title: string): PathColumn => ({
  ...linesColumn(path, title),
  read: (cell) => eachLine(cell, itemOf),
  shown: shownAs((items: SheetItemDto[]) => items.map(itemText).join('\n')),
});

const seasonDay: PathColumn = {
  path: 'seasonDay',
  title: 'each year before',
  read: (cell) => {
    if (cell.trim() === '') return { ok: true, value: null };
    const day = seasonDayFromText(cell);
    return day === null
      ? wrong('This is not a day of the year.', 'Write a day and a month: March 1.')
      : { ok: true, value: [day.month, day.day].map((part) => String(part).padStart(2, '0')).join('-') };
  },
  shown: (value) =>
    typeof value === 'string' ? seasonDayText({ month: Number(value.slice(0, 2)), day: Number(value.slice(3)) }) : '',
};

/** All columns of a sheet, in reading order. */
export const SHEET_COLUMNS: readonly PathColumn[] = [
  textColumn('code', 'code'),
  textColumn('layout', 'engine'),
  choiceColumn('sheet.fuel', 'fuel', FUELS, null),
  figureColumn('cylinders', 'cylinders'),
  figureColumn('intakePerCylinder', 'intake valves a cylinder'),
  figureColumn('exhaustPerCylinder', 'exhaust valves a cylinder'),
  {
    ...linesColumn('sheet.firesAtDeg', 'fires at degrees'),
    read: (cell) => {
      const angles = cell.split(/[\s,;]+/).filter((each) => each !== '');
      return angles.every((each) => /^\d+(\.\d+)?$/.test(each))
        ? { ok: true, value: angles.map(Number) }
        : wrong('These are no angles.', 'Write degrees of 720 with spaces between: 0 360.');
    },
    shown: shownAs((angles: number[]) => angles.join(' ')),
  },
  textColumn('sheet.intakeSide', 'intake stands'),
  textColumn('sheet.exhaustSide', 'exhaust stands'),
  textLinesColumn('stampingPattern', 'stamped like'),
  choiceColumn('temperature', 'gauged', ['cold', 'warm', 'not-stated'], 'not-stated'),
  figureColumn('belowC', 'below °C'),
  figureColumn('restHours', 'rests hours'),
  figureColumn('fromC', 'from °C'),
  figureColumn('toC', 'to °C'),
  textColumn('temperatureRecipe', 'how to bring it there'),
  choicesColumn('positions', 'positions', POSITIONS),
  textColumn('positionRecipe', 'how to find the position'),
  textColumn('sheet.mark', 'mark'),
  textColumn('sheet.rotation', 'runs'),
  {
    path: 'sheet.timing',
    title: 'valve timing',
    read: timingCell,
    shown: shownAs(timingText),
  },
  figureColumn('sheet.pastTopMm', 'gauged past top mm'),
  figureColumn('sheet.rimMm', 'rim mm'),
  figureColumn('sheet.fins', 'fins'),
  linesColumn('sheet.comesOff', 'comes off'),
  yesNoColumn('sheet.stemCaps', 'stem caps', false),
  figureColumn('sheet.shimFromMm', 'shims from mm'),
  figureColumn('sheet.shimToMm', 'shims to mm'),
  figureColumn('sheet.shimStepMm', 'shims step mm'),
  choiceColumn('sheet.usualFlow', 'worked by', GAUGING_FLOWS, null),
  choiceColumn('sheet.turnBy', 'turned by', TURN_BY, null),
  choicesColumn('sheet.releaseFirst', 'release first', RELEASE_FIRST),
  textColumn('sheet.compressionRelease', 'compression release'),
  choiceColumn('adjusterKind', 'adjuster', Object.keys(ADJUSTER_KINDS), 'not-stated'),
  textColumn('adjuster', 'adjuster in words'),
  figureColumn('turning.pitchMm', 'pitch mm'),
  figureColumn('turning.rockerRatio', 'rocker ratio'),
  figureColumn('strokeMm', 'stroke mm'),
  figureColumn('rodMm', 'rod mm'),
  figureColumn('breakInHours', 'first check at h'),
  figureColumn('intervalHours', 'then every h'),
  figureColumn('intervalMonths', 'or every months'),
  seasonDay,
  textColumn('sheet.season', 'in the year'),
  choiceColumn('sheet.seal', 'cover seal', SEALS, null),
  textColumn('sheet.sealNote', 'seal in words'),
  figureColumn('sheet.sealCureHours', 'sealant waits h'),
  {
    ...linesColumn('sheet.torques', 'torques'),
    read: (cell) => eachLine(cell, torqueOf),
    shown: shownAs((torques: Torque[]) => torques.map((each) => `${each.what} ${each.value} ${each.unit}`).join('\n')),
  },
  {
    path: 'sheet.coverScrews',
    title: 'cover screws',
    read: coverScrewsCell,
    shown: shownAs(coverScrewsText),
  },
  choicesColumn('sheet.makeSafe', 'make safe', MAKE_SAFE),
  itemsColumn('sheet.tools', 'tools'),
  itemsColumn('sheet.parts', 'parts'),
  choiceColumn('sheet.bladeShape', 'blades', BLADE_SHAPES, null),
  linesColumn('cautions', 'cautions'),
  yesNoColumn('dealerOnly', 'left to dealers', false),
  yesNoColumn('noInterval', 'no interval on purpose', false),
];

/** The column of the base family. */
export const BASE = 'baseId';

/** Titles by path: of the sheet, the base family, and the source in use. */
export const FAMILY_COLUMNS: Readonly<Record<string, string>> = {
  ...Object.fromEntries([...SHEET_COLUMNS, ...SOURCE_COLUMNS].map(({ path, title }) => [path, title])),
  [BASE]: 'as family',
};

/** Default values of a family for empty cells. */
export const UNSAID: Readonly<Record<string, string>> = {
  layout: 'single',
  cylinders: '1',
  intakePerCylinder: '1',
  exhaustPerCylinder: '1',
};

/** The row of a family in a file. */
export function familyRow(family: FamilyEntity): Record<string, string> {
  const whole = { ...family, sheet: { ...EMPTY_SHEET, ...family.sheet } };
  return {
    ...Object.fromEntries(SHEET_COLUMNS.map(({ path, shown }) => [path, shown(valueAt(whole, path))])),
    [BASE]: family.base?.code ?? '',
    ...sourceRow(family.sources?.find(({ inUse }) => inUse) ?? null),
  };
}
