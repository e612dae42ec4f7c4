import { describe, expect, it } from '@jest/globals';
import type { AuditEntryDto } from '../../shared/api/index.ts';
import { clockText, dayText } from '../../shared/format/index.ts';
import { differences, entryWords } from './entry-words.ts';

const entry = (
  subject: string,
  what: AuditEntryDto['what'],
  before: AuditEntryDto['before'],
  after: AuditEntryDto['after'],
): AuditEntryDto => ({
  seq: 1,
  at: '2026-06-01T08:00:00Z',
  actorKind: 'person',
  actor: 'Ines Pardoe',
  cameFrom: '127.0.0.1',
  device: '',
  subject,
  subjectId: null,
  what,
  unitTag: 'PW-1',
  before: before,
  after: after,
});

describe('an audit entry in words', () => {
  it.each<[string, AuditEntryDto, string]>([
    ['a PIN', entry('session', 'added', null, { bench: true }), 'signed in by PIN'],
    [
      'a suspect reading',
      entry('reading', 'added', null, { shown_hours: 41.5, state: 'suspect' }),
      'read 41.5 h, saved as suspect',
    ],
    [
      'an amended reading',
      entry('reading', 'changed', { state: 'accepted' }, { state: 'rejected', settled_reason: 'Misread.' }),
      'corrected a reading: rejected, “Misread.”',
    ],
    [
      'a wrong try',
      entry('sign_in_refusal', 'added', null, { method: 'PIN', came_from: '10.0.0.7', why: 'waits', person_id: null }),
      'turned away a PIN from 10.0.0.7, of unknown initials, after too many wrong tries',
    ],
    [
      'a save at the bench',
      entry('valve_check', 'changed', { version: 1 }, { version: 2 }),
      'saved the check at the bench, version 2',
    ],
    ['a signature', entry('valve_check', 'changed', { state: 'draft' }, { state: 'signed' }), 'signed a check'],
    ['a check struck', entry('valve_check', 'changed', { struck: false }, { struck: true }), 'voided a check'],
    [
      'a report that is open again',
      entry('problem_report', 'changed', { closed_at: '2026' }, { closed_at: null }),
      'reopened a problem',
    ],
    [
      'a follow-up that a check did',
      entry('follow_up', 'changed', { closed_at: null }, { closed_at: '2026', closing_note: 'Done at a later check.' }),
      'closed a follow-up: “Done at a later check.”',
    ],
    [
      'one that is open again',
      entry('follow_up', 'changed', { closed_at: '2026' }, { closed_at: null }),
      'reopened a follow-up',
    ],
    ['a role', entry('person', 'changed', { role: 'lead' }, { role: 'owner' }), 'changed a role from lead to owner'],
    ['a secret', entry('person', 'changed', {}, { pin_hash: '(new secret)' }), 'gave a new passphrase or PIN'],
    ['something without words of its own', entry('blade_set', 'changed', {}, {}), 'changed a blade set'],
    ['a table that is not known here', entry('new_table', 'removed', {}, null), 'removed new_table'],
  ])('%s', (_, given, words) => {
    expect(entryWords(given)).toBe(words);
  });

  it('shows every field before and after in words, and nothing for a missing value', () => {
    expect(
      differences(
        entry(
          'valve_check',
          'changed',
          { struck: false, hire_until: null, signed_by_id: null },
          { struck: true, hire_until: '2026-09-01', started_at: '2026-09-01T16:05:00.000Z', valves: [1] },
        ),
      ),
    ).toEqual([
      { field: 'Voided', before: 'no', after: 'yes' },
      { field: 'Rented until', before: '–', after: dayText('2026-09-01') },
      { field: 'Signed by', before: '–', after: '–' },
      {
        field: 'Started at',
        before: '–',
        after: `${dayText('2026-09-01T16:05:00.000Z')}, ${clockText('2026-09-01T16:05:00.000Z')}`,
      },
      { field: 'Valves', before: '–', after: '[1]' },
    ]);
    expect(differences(entry('unit', 'added', null, { kind: 'Pump' }))).toEqual([
      { field: 'Kind', before: '', after: 'Pump' },
    ]);
  });
});
