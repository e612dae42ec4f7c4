import { PARTICULAR_NAMES, UNIT_PARTICULARS, type UnitParticulars, particularText } from '@sturdy-shim/words';
import { clockText, dayText } from '../../shared/format/index.ts';

/** Words for columns with unclear names; other names are shown as they are. */
const FIELDS: Readonly<Record<string, string>> = {
  hire_until: 'Rented until',
  struck: 'Voided',
  struck_reason: 'Why voided',
  shown_hours: 'Hours on the meter',
  hours_at: 'Hours of the check',
  past: 'As written of an earlier check',
  hours_at_start: 'Hours when put in service',
  settled_by: 'Resolved by',
  settled_reason: 'Why resolved so',
  suspicions: 'Reasons to doubt it',
  lap: 'Turns over zero of the meter',
  below_c: 'Not below, °C',
  from_c: 'From, °C',
  to_c: 'To, °C',
  stroke_mm: 'Stroke, mm',
  rod_mm: 'Connecting rod, mm',
  tolerance_mm: 'Tolerance, mm',
  evaluation_context: 'Spec, rules and blades at the signature',
  stamping_pattern: 'Engine code, pattern',
  stamping: 'Engine code',
  season_day: 'Start of the season',
  passphrase_hash: 'Passphrase',
  pin_hash: 'PIN',
  no_meter: 'Without a meter',
  came_from: 'From the address',
  single_row: 'One row only',
  bench: 'Signed in by PIN',
};

/** The name of a column, for a person. */
export function fieldWords(column: string): string {
  const plain = column.replace(/_id$/, '').replaceAll('_', ' ');
  return FIELDS[column] ?? plain.charAt(0).toUpperCase() + plain.slice(1);
}

/** The value of a column: moments and days formatted as elsewhere, yes or no, and others as stored. */
export function valueWords(column: string, value: unknown): string {
  if (value === null || value === undefined || value === '') return '–';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (column === 'particulars') return particularsText(value);
  if (typeof value !== 'string') return JSON.stringify(value);
  if (column.endsWith('_at') && !Number.isNaN(Date.parse(value))) return `${dayText(value)}, ${clockText(value)}`;
  return /^\d{4}-\d{2}-\d{2}$/.test(value) ? dayText(value) : value;
}

/** The particulars of a unit that hold something, by their labels. */
function particularsText(value: unknown): string {
  const stored: Partial<UnitParticulars> = value ?? {};
  const held = PARTICULAR_NAMES.map((name) => [UNIT_PARTICULARS[name].label, particularText(stored[name] ?? '', ', ')]);
  const lines = held.filter(([, text]) => text !== '').map(([label, text]) => `${label}: ${text}`);
  return lines.length === 0 ? '–' : lines.join('; ');
}
