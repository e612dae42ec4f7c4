import type { Symptom } from '@sturdy-shim/core';
import { ChoiceField, IdField, InstantField, TextField } from '../platform/index.ts';
import { type ComplaintEntity, SYMPTOMS } from './complaint.entity.ts';

export class NewComplaintDto {
  @IdField()
  id!: string;
  @ChoiceField(SYMPTOMS, { name: 'Symptom' })
  symptom!: Symptom;
  @TextField({ max: 300, min: 0, lines: true, optional: true })
  note?: string;
}

export class ComplaintDto {
  @IdField()
  id!: string;
  @ChoiceField(SYMPTOMS, { name: 'Symptom' })
  symptom!: Symptom;
  @TextField({ max: 300, min: 0 })
  note!: string;
  @TextField({ max: 80, min: 0 })
  reportedBy!: string;
  @InstantField()
  reportedAt!: string;
}

export const complaintDto = ({ id, symptom, note, reportedBy, reportedAt }: ComplaintEntity): ComplaintDto => ({
  id,
  symptom,
  note,
  reportedBy,
  reportedAt: reportedAt.toISOString(),
});
