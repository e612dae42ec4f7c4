import { SYMPTOMS, type Symptom } from '@sturdy-shim/core';
import { ChoiceField, DayField, IdField, InstantField, TextField } from '../platform/index.ts';
import type { ProblemReportEntity } from './problem-report.entity.ts';

export class NewProblemReportDto {
  @IdField()
  id!: string;
  @ChoiceField(SYMPTOMS, { name: 'Symptom' })
  symptom!: Symptom;
  @TextField({ max: 300, min: 0, lines: true, optional: true })
  note?: string;
  @DayField({ optional: true, nullable: true, description: 'Since when.' })
  since?: string | null;
  @TextField({ max: 300, min: 0, lines: true, optional: true, description: 'What was tried in vain.' })
  tried?: string;
}

export class ProblemReportDto {
  @IdField()
  id!: string;
  @ChoiceField(SYMPTOMS, { name: 'Symptom' })
  symptom!: Symptom;
  @TextField({ max: 300, min: 0 })
  note!: string;
  @DayField({ nullable: true })
  since!: string | null;
  @TextField({ max: 300, min: 0 })
  tried!: string;
  @TextField({ max: 80, min: 0 })
  reportedBy!: string;
  @InstantField()
  reportedAt!: string;
}

export const problemReportDto = ({
  id,
  symptom,
  note,
  since,
  tried,
  reportedBy,
  reportedAt,
}: ProblemReportEntity): ProblemReportDto => ({
  id,
  symptom,
  note,
  since,
  tried,
  reportedBy,
  reportedAt: reportedAt.toISOString(),
});
