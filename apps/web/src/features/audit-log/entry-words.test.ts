import { describe, expect, it } from '@jest/globals';
import type { AuditEntryDto } from '../../shared/api/index.ts';
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

describe('an entry of the record, in words', () => {
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
    ['a role', entry('person', 'changed', { role: 'lead' }, { role: 'owner' }), 'changed a role from lead to owner'],
    ['a secret', entry('person', 'changed', {}, { pin_hash: '(new secret)' }), 'gave a new passphrase or PIN'],
    ['something without words of its own', entry('blade_set', 'changed', {}, {}), 'changed a blade set'],
    ['a table that is not known here', entry('new_table', 'removed', {}, null), 'removed new_table'],
  ])('%s', (_, given, words) => {
    expect(entryWords(given)).toBe(words);
  });

  it('shows every field before and after, and nothing where there was none', () => {
    expect(
      differences(
        entry('unit', 'changed', { kind: 'Pump', hire_until: null }, { kind: 'Big pump', hire_until: '2026-09-01' }),
      ),
    ).toEqual([
      { field: 'kind', before: 'Pump', after: 'Big pump' },
      { field: 'hire until', before: '–', after: '2026-09-01' },
    ]);
    expect(differences(entry('unit', 'added', null, { kind: 'Pump' }))).toEqual([
      { field: 'kind', before: '', after: 'Pump' },
    ]);
  });
});
