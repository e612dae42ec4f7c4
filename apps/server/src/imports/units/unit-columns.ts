import { recordOf } from '@sturdy-shim/core';
import {
  NO_PARTICULARS,
  PARTICULAR_NAMES,
  UNIT_PARTICULARS,
  UNIT_TEXTS,
  type UnitParticular,
  particularText,
} from '@sturdy-shim/words';
import type { UnitEntity } from '../../units/index.ts';

/** Columns of units in a file, in the order of the export, with their titles. */
export const UNIT_COLUMNS = {
  tag: 'tag',
  kind: 'kind',
  family: 'family',
  site: 'site',
  serial: UNIT_TEXTS.serial.column,
  stamping: UNIT_TEXTS.stamping.column,
  inServiceOn: 'in service on',
  hoursAtStart: 'hours at start',
  use: 'use',
  hireUntil: 'hire until',
  meter: 'meter',
  note: UNIT_TEXTS.note.column,
  ...particularsAs((name) => UNIT_PARTICULARS[name].column),
} as const;
export type UnitColumn = keyof typeof UNIT_COLUMNS;

function particularsAs<T>(value: (name: UnitParticular) => T): Record<UnitParticular, T> {
  return recordOf(PARTICULAR_NAMES, value);
}

export const USE_WORDS: Readonly<Record<string, UnitEntity['use']>> = {
  '': 'in-service',
  'in service': 'in-service',
  'on hire': 'on-hire',
  hire: 'on-hire',
  stored: 'stored',
  retired: 'retired',
};
export const METER_WORDS: Readonly<Record<string, 'yes' | 'no'>> = {
  '': 'yes',
  yes: 'yes',
  y: 'yes',
  true: 'yes',
  no: 'no',
  n: 'no',
  none: 'no',
  false: 'no',
};

/** The row of a unit in a file. */
type Shown = Omit<UnitEntity, 'id' | 'tagKey' | 'family' | 'site' | 'familyId' | 'siteId' | 'version'> & {
  readonly family?: { readonly code: string };
  readonly site?: { readonly name: string };
};

export function unitRow(unit: Shown): Record<UnitColumn, string> {
  const { tag, kind, serial, stamping, inServiceOn, hoursAtStart, use, hireUntil, noMeter, note, family, site } = unit;
  const own = { ...NO_PARTICULARS, ...unit.particulars };
  return {
    tag,
    kind,
    family: family?.code ?? '',
    site: site?.name ?? '',
    serial,
    stamping,
    inServiceOn,
    hoursAtStart: String(hoursAtStart),
    use: use.replaceAll('-', ' '),
    hireUntil: hireUntil ?? '',
    meter: noMeter ? 'no' : 'yes',
    note,
    ...particularsAs((name) => particularText(own[name], '\n')),
  };
}
