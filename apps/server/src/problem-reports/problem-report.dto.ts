import type { Symptom } from '@sturdy-shim/core';
import { ChoiceField, IdField, InstantField, TextField } from '../platform/index.ts';
import { type ProblemReportEntity, SYMPTOMS } from './problem-report.entity.ts';

export class NewProblemReportDto {
  @IdField()
  id!: string;
  @ChoiceField(SYMPTOMS, { name: 'Symptom' })
  symptom!: Symptom;
  @TextField({ max: 300, min: 0, lines: true, optional: true })
  note?: string;
}

export class ProblemReportDto {
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

export const problemReportDto = ({
  id,
  symptom,
  note,
  reportedBy,
  reportedAt,
}: ProblemReportEntity): ProblemReportDto => ({
  id,
  symptom,
  note,
  reportedBy,
  reportedAt: reportedAt.toISOString(),
});
