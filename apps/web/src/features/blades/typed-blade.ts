import type { PlainLength } from '@sturdy-shim/core';
import type { BladeSetDto, NewBladeSetDto } from '../../shared/api/index.ts';
import { readFigure, today } from '../../shared/format/index.ts';

/** Whether a blade is offered, and its flaw. */
export const BLADE_USES = {
  sound: { words: 'in use', out: false, flaw: null },
  oily: { words: 'oily: wipe it', out: false, flaw: 'oily' },
  bent: { words: 'bent: taken out', out: true, flaw: 'bent' },
  worn: { words: 'worn: taken out', out: true, flaw: 'worn' },
  out: { words: 'taken out', out: true, flaw: null },
} as const;
export type BladeUse = keyof typeof BLADE_USES;

type StoredBlade = BladeSetDto['blades'][number];
export type BladeUnit = StoredBlade['printed']['unit'];

/** A blade as it is being typed. */
export interface TypedBlade {
  readonly printed: string;
  readonly unit: BladeUnit;
  /** The print in the other system, where the blade has two. */
  readonly also?: PlainLength;
  readonly measured: string;
  readonly use: BladeUse;
  /** Its print is unreadable, so only the measured thickness is used. */
  readonly unreadable?: boolean;
  /** False until a person has compared it with the physical set. */
  readonly confirmed: boolean;
}

/** A set as it is being typed. */
export interface SetValues {
  readonly name: string;
  readonly checkedOn: string;
  readonly checkDueOn: string;
  readonly tolerance: string;
  readonly shape: BladeSetDto['shape'];
  readonly active: boolean;
  readonly blades: readonly TypedBlade[];
}

export const UNREADABLE: TypedBlade = {
  printed: '',
  unit: 'mm',
  measured: '',
  use: 'sound',
  confirmed: true,
  unreadable: true,
};

const typedBlade = ({ printed, alsoPrinted, measuredMm, out, flaw, unreadable }: StoredBlade): TypedBlade => ({
  printed: String(printed.value),
  unit: printed.unit,
  measured: measuredMm === null || measuredMm === undefined ? '' : String(measuredMm),
  use: flaw ?? (out === true ? 'out' : 'sound'),
  ...(alsoPrinted !== undefined && { also: alsoPrinted }),
  ...(unreadable === true && { unreadable }),
  confirmed: true,
});

export const setValues = (set: BladeSetDto | null): SetValues => ({
  name: set?.name ?? '',
  checkedOn: set?.checkedOn ?? today(),
  checkDueOn: set?.checkDueOn ?? '',
  tolerance: typeof set?.toleranceMm === 'number' ? String(set.toleranceMm) : '',
  shape: set?.shape ?? 'straight',
  active: set?.active ?? true,
  blades: set?.blades.map(typedBlade) ?? [],
});

/** Parses a typed number; NaN if it is not one, which the server refuses at the field. */
function figureIn(typed: string): number {
  const figure = readFigure(typed);
  return figure.ok ? figure.value : Number.NaN;
}

/** The blade as a DTO. */
export const setFields = ({ name, checkDueOn, tolerance, blades, ...rest }: SetValues): Omit<NewBladeSetDto, 'id'> => ({
  ...rest,
  name: name.trim(),
  checkDueOn: checkDueOn === '' ? null : checkDueOn,
  toleranceMm: tolerance.trim() === '' ? null : figureIn(tolerance),
  blades: blades.map(({ printed, also, unit, measured, use, unreadable = false }) => ({
    printed: unreadable ? { value: figureIn(measured), unit: 'mm' as const } : { value: figureIn(printed), unit },
    ...(also !== undefined && { alsoPrinted: also }),
    measuredMm: measured.trim() === '' ? null : figureIn(measured),
    measuredOn: measured.trim() === '' ? null : rest.checkedOn,
    out: BLADE_USES[use].out,
    flaw: BLADE_USES[use].flaw,
    ...(unreadable && { unreadable }),
  })),
});

/** `4/0.102`: both prints of one blade, the second one in the other system. */
function printsIn(text: string, unit: BladeUnit): Pick<TypedBlade, 'printed' | 'also'> | null {
  const [first = '', second, ...more] = text.split('/');
  if (more.length > 0 || !(figureIn(first) > 0)) return null;
  if (second === undefined) return { printed: first };
  const value = figureIn(second);
  if (!(value > 0)) return null;
  // Inches are written below a tenth: .004 in; thou above it: 4.
  const other: BladeUnit = unit !== 'mm' ? 'mm' : value < 0.1 ? 'in' : 'thou';
  return { printed: first, also: { value, unit: other } };
}

/**
 * Parses several blades typed in one line, such as `0.05 0.06 0.07`; null if a figure cannot be read or the line is
 * empty.
 */
export function bladesIn(text: string, unit: BladeUnit): TypedBlade[] | null {
  const prints = text
    .replace(/,(?=\s|$)/g, ' ')
    .split(/[\s;]+/)
    .filter((each) => each !== '')
    .map((each) => printsIn(each, unit));
  if (prints.length === 0 || prints.includes(null)) return null;
  return prints.flatMap((each) =>
    each === null ? [] : [{ ...each, unit, measured: '', use: 'sound' as const, confirmed: true }],
  );
}
