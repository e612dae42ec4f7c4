import { keysOf } from '@sturdy-shim/core';
import { PARTICULAR_NAMES, UNIT_PARTICULARS, UNIT_TEXTS } from '@sturdy-shim/words';
import type { NewUnitDto, UnitDto, UnitUse } from '../../shared/api/index.ts';
import { USE_WORDS, readMeterFigure, today } from '../../shared/format/index.ts';
import type { BothVersions } from '../../shared/ui/index.ts';
import { type TypedParticulars, particularsOf, typedParticulars } from './particulars-fields.tsx';

/** The form values of a unit. */
export interface UnitValues {
  readonly tag: string;
  readonly kind: string;
  readonly serial: string;
  readonly stamping: string;
  readonly inServiceOn: string;
  readonly hoursAtStart: string;
  readonly use: UnitUse;
  readonly hireUntil: string;
  readonly noMeter: boolean;
  readonly note: string;
  readonly particulars: TypedParticulars;
  readonly familyId: string | null;
  readonly siteId: string | null;
  /** The name of a new site; used if no site is chosen. */
  readonly newSite: string;
}

export const unitValues = (unit: UnitDto | null): UnitValues =>
  unit === null
    ? { ...BLANK, inServiceOn: today(), particulars: typedParticulars(undefined) }
    : {
        ...BLANK,
        tag: unit.tag,
        kind: unit.kind,
        serial: unit.serial,
        stamping: unit.stamping,
        inServiceOn: unit.inServiceOn,
        hoursAtStart: String(unit.hoursAtStart),
        use: unit.use,
        hireUntil: unit.hireUntil ?? '',
        noMeter: unit.noMeter,
        note: unit.note,
        particulars: typedParticulars(unit.particulars),
        familyId: unit.family.id,
        siteId: unit.siteId,
      };

/** Initial values of a new unit. */
const BLANK = {
  tag: '',
  kind: '',
  serial: '',
  stamping: '',
  hoursAtStart: '0',
  use: 'in-service',
  hireUntil: '',
  noMeter: false,
  note: '',
  familyId: null,
  siteId: null,
  newSite: '',
} as const;

/** The unit as a DTO. The form's rules hold: its figure is readable, and a family is chosen. */
export function unitFields(values: UnitValues, siteId: string): Omit<NewUnitDto, 'id'> {
  const { newSite: _newSite, familyId, hoursAtStart, hireUntil, particulars, ...rest } = values;
  const figure = readMeterFigure(hoursAtStart);
  if (familyId === null || !figure.ok) throw new Error('the rules of the form hold before it is sent');
  return {
    ...rest,
    familyId,
    siteId,
    particulars: particularsOf(particulars),
    hoursAtStart: figure.value,
    hireUntil: values.use === 'on-hire' && hireUntil !== '' ? hireUntil : null,
  };
}

const LABELS = {
  tag: 'Tag',
  kind: 'Kind',
  serial: UNIT_TEXTS.serial.label,
  stamping: UNIT_TEXTS.stamping.label,
  inServiceOn: 'In service since',
  hoursAtStart: 'Meter on that day',
  hireUntil: 'Rented until',
  note: UNIT_TEXTS.note.label,
} as const;

/** Both versions of every field that can be changed, for a person to compare. */
export const bothUnits = (mine: UnitValues, stored: UnitValues): BothVersions[] => [
  ...keysOf(LABELS).map((name) => ({
    label: LABELS[name],
    mine: mine[name],
    stored: stored[name],
  })),
  ...PARTICULAR_NAMES.map((name) => ({
    label: UNIT_PARTICULARS[name].label,
    mine: mine.particulars[name],
    stored: stored.particulars[name],
  })),
  { label: 'Use', mine: USE_WORDS[mine.use], stored: USE_WORDS[stored.use] },
];
