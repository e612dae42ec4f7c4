import {
  keysOf,
  ADJUSTER_KINDS,
  type AdjusterKind,
  CHECK_STEPS,
  type CheckStep,
  FINDING_KINDS,
  type FindingKind,
  GAUGING_FLOWS,
  type GaugingFlow,
  PROBLEM_AFTER,
  type ProblemAfter,
  STATED_OUTCOMES,
  type StatedOutcome,
  type WorkFacts,
} from '@sturdy-shim/core';
import { NewFollowUpDto } from '../follow-ups/index.ts';
import {
  ChoiceField,
  FlagField,
  IdField,
  InstantField,
  NestedListField,
  NumberField,
  TextField,
} from '../platform/index.ts';

export class OffPartDto {
  @TextField({ max: 80, description: 'What came off.' })
  name!: string;
  @FlagField({ description: 'It was put back.' })
  back!: boolean;
}

export class SkippedStepDto {
  @ChoiceField(CHECK_STEPS, { name: 'CheckStepOfWork' })
  step!: CheckStep;
  @TextField({ max: 200, description: 'Why it was skipped.' })
  reason!: string;
}

export class WorkFindingDto {
  @ChoiceField(FINDING_KINDS, { name: 'FindingKind' })
  kind!: FindingKind;
  @TextField({ max: 200, min: 0, description: 'Where, and what is to be done.' })
  note!: string;
  @FlagField({ optional: true, description: 'The unit must not run with it, whatever the list of the shop says.' })
  doNotRun?: boolean;
}

export class ClosedFollowUpDto {
  @IdField()
  followUpId!: string;
}

export class ProblemAnswerDto {
  @IdField()
  reportId!: string;
  @ChoiceField(PROBLEM_AFTER, { name: 'ProblemAfter', description: 'Only gone closes the report.' })
  after!: ProblemAfter;
}

/** Work besides gauging and adjusting. An absent field was not stated. */
export class WorkDto {
  @NestedListField(() => OffPartDto, { maxItems: 40, optional: true, description: 'What came off, in that order.' })
  off?: readonly OffPartDto[];
  @ChoiceField(['ports', 'motion'] as const, { name: 'NamedBy', optional: true, nullable: true })
  named?: NonNullable<WorkFacts['named']> | null;
  @ChoiceField(['bump', 'no-bump'] as const, {
    name: 'ReleaseSeen',
    optional: true,
    nullable: true,
    description: 'The small lift of the compression release, or none.',
  })
  release?: NonNullable<WorkFacts['release']> | null;
  @ChoiceField(['present', 'missing'] as const, { name: 'StemCaps', optional: true, nullable: true })
  caps?: NonNullable<WorkFacts['caps']> | null;
  @ChoiceField(['new', 'reused', 'sealant'] as const, { name: 'SealUsed', optional: true, nullable: true })
  seal?: NonNullable<WorkFacts['seal']> | null;
  @InstantField({ optional: true, nullable: true, description: 'When sealant was put on.' })
  sealantAt?: string | null;
  @FlagField({ optional: true, description: 'The cover screws went to torque in the drawn order.' })
  torqued?: boolean;
  @ChoiceField(['well', 'trouble', 'later'] as const, {
    name: 'RanAfter',
    optional: true,
    nullable: true,
    description: 'How it ran after the check; later: it is to be proven at work.',
  })
  ran?: NonNullable<WorkFacts['ran']> | null;
  @InstantField({ optional: true, nullable: true, description: 'When the warm-up began.' })
  warmFrom?: string | null;
  @InstantField({ optional: true, nullable: true, description: 'It has not run since.' })
  restedSince?: string | null;
  @NumberField({
    min: 0,
    max: 1000,
    unit: 'hours',
    example: 12,
    optional: true,
    nullable: true,
    description: 'How long it had rested when that was said.',
  })
  restedHours?: number | null;
  @TextField({ max: 200, min: 0, optional: true, description: 'Why a seal was reused that the family wants renewed.' })
  sealReason?: string;
  @NestedListField(() => WorkFindingDto, {
    maxItems: 20,
    optional: true,
    description: 'What was found with the cover off; an empty list: nothing. Some keep the unit in.',
  })
  findings?: readonly WorkFindingDto[];
  @NestedListField(() => SkippedStepDto, { maxItems: 9, optional: true })
  skipped?: readonly SkippedStepDto[];
  @ChoiceField(keysOf(ADJUSTER_KINDS), {
    name: 'AdjusterOfFamily',
    optional: true,
    nullable: true,
    description: 'The adjuster that was seen, where the family does not state one.',
  })
  adjuster?: AdjusterKind | null;
  @ChoiceField(GAUGING_FLOWS, {
    name: 'GaugingFlow',
    optional: true,
    nullable: true,
    description: 'In which order the valves are worked, where that is not the usual one of the family.',
  })
  flow?: GaugingFlow | null;
  @ChoiceField(STATED_OUTCOMES, {
    name: 'StatedOutcome',
    optional: true,
    nullable: true,
    description: 'How it ended, where the gaps do not say it. Ended so it may be signed with no valve gauged.',
  })
  outcome?: StatedOutcome | null;
  @NestedListField(() => NewFollowUpDto, { maxItems: 10, optional: true, description: 'What is still to be done.' })
  followUps?: readonly NewFollowUpDto[];
  @NestedListField(() => ClosedFollowUpDto, {
    maxItems: 50,
    optional: true,
    description: 'Earlier follow-ups of the unit that this check did: closed when it is signed.',
  })
  closes?: readonly ClosedFollowUpDto[];
  @NestedListField(() => ProblemAnswerDto, {
    maxItems: 50,
    optional: true,
    description: 'How what was reported is after the check.',
  })
  answers?: readonly ProblemAnswerDto[];
}
