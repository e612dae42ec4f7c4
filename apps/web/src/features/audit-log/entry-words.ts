import type { AuditEntryDto } from '../../shared/api/index.ts';
import { fieldWords, valueWords } from './field-words.ts';

type Row = Readonly<Record<string, unknown>>;

const SUBJECTS: Readonly<Record<string, string>> = {
  shop: 'the shop',
  person: 'a person',
  device: 'a tablet',
  session: 'a session',
  access_key: 'an access key',
  site: 'a site',
  family: 'a family',
  specification_source: 'a source',
  unit: 'a unit',
  blade_set: 'a blade set',
  reading: 'a reading',
  problem_report: 'a problem',
  follow_up: 'a follow-up',
  valve_check: 'a check',
  amendment: 'an amendment',
  shop_rules: 'shop rules',
  attachment: 'a photo or paper',
  meter: 'a meter',
  sign_in_refusal: 'a wrong try',
  digest_settings: 'settings of the morning mail',
  storage_list: 'the list before storage',
  hour_feed: 'a feed of hours',
  calendar_feed: 'a calendar address',
  use_entry: 'days or fuel of a unit without a meter',
  unit_storage: 'storage of a unit',
  engine_question: 'how an engine was left',
};
const VERBS = { added: 'added', changed: 'changed', removed: 'removed' } as const;

const text = (value: unknown): string => (typeof value === 'string' || typeof value === 'number' ? String(value) : '');

/** An entry in one line of shop language; kinds without own words get a generic sentence. */
export function entryWords({ subject, what, before, after }: AuditEntryDto): string {
  const was: Row = before ?? {};
  const is: Row = after ?? {};
  return ENTRIES[`${subject} ${what}`]?.(is, was) ?? `${VERBS[what]} ${SUBJECTS[subject] ?? subject}`;
}

export interface Difference {
  readonly field: string;
  readonly before: string;
  readonly after: string;
}

/** Every field before and after, for the exact view. */
export function differences({ before, after }: AuditEntryDto): Difference[] {
  const fields = [...new Set([...Object.keys(before ?? {}), ...Object.keys(after ?? {})])];
  const side = (row: Row | null, field: string): string => (row === null ? '' : valueWords(field, row[field]));
  return fields.map((field) => ({ field: fieldWords(field), before: side(before, field), after: side(after, field) }));
}

/** Words for one kind of entry, by table and action. */
const ENTRIES: Readonly<Record<string, (is: Row, was: Row) => string>> = {
  'session added': (is) => (is.bench === true ? 'signed in by PIN' : 'signed in'),
  'session changed': () => 'ended a session',
  'reading added': (is) => `read ${text(is.shown_hours)} h${is.state === 'suspect' ? ', saved as suspect' : ''}`,
  'reading changed': (is) =>
    is.settled_reason === undefined || is.settled_reason === ''
      ? `resolved a reading: ${text(is.state)}`
      : `corrected a reading: ${text(is.state)}, “${text(is.settled_reason)}”`,
  'problem_report added': (is) => `reported a problem: ${text(is.symptom).replaceAll('-', ' ')}`,
  'problem_report changed': (is) => {
    if (is.closed_at === undefined) return `said how a problem is after a check: ${text(is.after)}`;
    return is.closed_at === null ? 'reopened a problem' : 'closed a problem by a check';
  },
  'follow_up added': (is) =>
    is.kind === 'prove-at-work' ? 'left the run to be proven at work' : `left to be done: ${text(is.what)}`,
  'follow_up changed': (is) => {
    if (is.withdrawn !== undefined) return is.withdrawn === true ? 'withdrew a follow-up' : 'brought a follow-up back';
    if (is.closed_at === null) return 'reopened a follow-up';
    return `closed a follow-up${is.closing_note === undefined || is.closing_note === '' ? '' : `: “${text(is.closing_note)}”`}`;
  },
  'valve_check added': () => 'put the unit on the bench',
  'valve_check changed': (is) => {
    if (is.state === 'signed') return 'signed a check';
    if (is.state === 'abandoned') return 'set a check aside';
    if (is.struck !== undefined) return is.struck === true ? 'voided a check' : 'restored a check';
    return `saved the check at the bench, version ${text(is.version)}`;
  },
  'amendment added': (is) => `added to a check: “${text(is.reason)}”`,
  'unit added': (is) => `added the unit ${text(is.tag)}`,
  'family added': (is) => `added the family ${text(is.code)}`,
  'shop_rules added': (is) => `changed the shop rules${is.family_id ? ' of a family' : ''}: “${text(is.reason)}”`,
  'attachment added': (is) =>
    `put ${text(is.name)} beside ${is.unit_id ? 'a unit' : is.check_id ? 'a check' : 'a source'}`,
  'attachment changed': () => 'removed a photo or paper',
  'sign_in_refusal added': (is) =>
    `turned away a ${text(is.method)} from ${text(is.came_from)}${is.person_id === null ? ', of unknown initials' : ''}${is.why === 'waits' ? ', after too many wrong tries' : ''}`,
  'shop changed': (is) =>
    is.time_zone === undefined ? 'changed the shop' : `set the time zone to ${text(is.time_zone)}`,
  'shop added': (is) => `opened the shop ${text(is.name)}`,
  'person added': (is) => `added ${text(is.name)} as ${text(is.role)}`,
  'person changed': (is, was) => {
    if (is.active === false) return 'recorded that somebody left';
    if (is.role !== undefined) return `changed a role from ${text(was.role)} to ${text(is.role)}`;
    if (is.passphrase_hash !== undefined || is.pin_hash !== undefined) return 'gave a new passphrase or PIN';
    return 'changed a person';
  },
  'device added': (is) => `trusted the tablet ${text(is.name)}`,
  'device changed': () => 'removed a tablet’s trust',
  'access_key added': (is) => `added the key ${text(is.name)}`,
  'access_key changed': () => 'revoked a key',
};
