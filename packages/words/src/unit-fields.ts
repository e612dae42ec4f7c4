/** Label and maximum length of a plain field of a unit, which is not used in calculations. */
interface Field {
  /** Its column in a file. */
  readonly column: string;
  /** Its name beside a value, on a page and on paper. */
  readonly label: string;
  /** Its label in a form. */
  readonly ask: string;
  /** Its description in the contract. */
  readonly means: string;
  /** Characters of a text, or of one line of a list, at most. */
  readonly max: number;
}
interface PlainField extends Field {
  readonly kind: 'text' | 'lines';
}
interface ListField extends Field {
  readonly kind: 'list';
  readonly most: number;
}
export type UnitField = PlainField | ListField;

/** Plain fields that have a column of the database each. */
export const UNIT_TEXTS = {
  serial: { kind: 'text', column: 'serial', label: 'Serial', ask: 'Serial', means: 'The maker’s serial.', max: 60 },
  stamping: {
    kind: 'text',
    column: 'stamping',
    label: 'Stamping',
    ask: 'Engine stamping, as read',
    means: 'The engine’s own stamped plate, as read.',
    max: 60,
  },
  note: {
    kind: 'lines',
    column: 'note',
    label: 'Note',
    ask: 'Note: what else to know about this unit',
    means: 'What else to know of this unit.',
    max: 1000,
  },
} as const satisfies Record<string, UnitField>;

/**
 * Fields of one machine rather than its family. A new field needs only an entry here, which the database, the contract,
 * imports, exports, the form, the unit's page and the audit log use.
 */
export const UNIT_PARTICULARS = {
  paintMark: {
    kind: 'text',
    column: 'paint mark',
    label: 'Painted mark',
    ask: 'A painted mark, and what it means',
    means: 'A mark painted on the engine, and what it means.',
    max: 160,
  },
  markWrong: {
    kind: 'text',
    column: 'mark wrong',
    label: 'Its mark is wrong',
    ask: 'What is wrong with its timing mark',
    means: 'What is wrong with its timing mark; empty where it is right or not known.',
    max: 160,
  },
  obstacle: {
    kind: 'text',
    column: 'in the way',
    label: 'In the way',
    ask: 'What is in the way, and what comes off first',
    means: 'What is in the way, and what comes off first.',
    max: 300,
  },
  access: {
    kind: 'text',
    column: 'access',
    label: 'Access',
    ask: 'How to reach the valves',
    means: 'How to reach the valves on this machine.',
    max: 300,
  },
  parts: {
    kind: 'list',
    column: 'own parts',
    label: 'Own parts',
    ask: 'Own parts, one per line',
    means: 'Parts that it needs beside those of its family.',
    max: 120,
    most: 20,
  },
} as const satisfies Record<string, UnitField>;

type Declared = typeof UNIT_PARTICULARS;
export type UnitParticular = keyof Declared;
export type UnitParticulars = { [Name in UnitParticular]: Declared[Name]['kind'] extends 'list' ? string[] : string };

export const PARTICULAR_NAMES = Object.keys(UNIT_PARTICULARS) as UnitParticular[];

/** Each particular of a unit by a rule for texts and one for lists. */
export function particularsBy(
  text: (name: UnitParticular, field: PlainField) => string,
  list: (name: UnitParticular, field: ListField) => string[],
): UnitParticulars {
  const entries = PARTICULAR_NAMES.map((name) => {
    const field: UnitField = UNIT_PARTICULARS[name];
    return [name, field.kind === 'list' ? list(name, field) : text(name, field)];
  });
  return Object.fromEntries(entries) as UnitParticulars;
}

export const NO_PARTICULARS: Readonly<UnitParticulars> = particularsBy(
  () => '',
  () => [],
);

/** A particular as one text: the lines of a list joined. */
export const particularText = (value: string | readonly string[], joiner: string): string =>
  typeof value === 'string' ? value : value.join(joiner);
