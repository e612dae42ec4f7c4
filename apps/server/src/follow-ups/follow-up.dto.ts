import {
  CURSOR_MAX,
  ChoiceField,
  CountField,
  DayField,
  IdField,
  InstantField,
  NestedListField,
  TextField,
} from '../platform/index.ts';
import { FOLLOW_UP_KINDS, type FollowUpEntity } from './follow-up.entity.ts';

/** A follow-up for unfinished work. While it is open the unit has the status keep-in. */
export class NewFollowUpDto {
  @TextField({ max: 200, min: 0, description: 'What is to be done; may be empty until the check is signed.' })
  what!: string;
  @TextField({ max: 120, min: 0, description: 'The part that was ordered.' })
  part!: string;
  @TextField({ max: 80, min: 0, description: 'Who does it.' })
  who!: string;
  @DayField({ nullable: true, description: 'By when.' })
  by!: string | null;
}

export class FollowUpDto extends NewFollowUpDto {
  @IdField()
  id!: string;
  @ChoiceField(FOLLOW_UP_KINDS, { name: 'FollowUpKind', description: 'unfinished keeps the unit in.' })
  kind!: FollowUpEntity['kind'];
  @TextField({ max: 80, min: 0 })
  madeBy!: string;
  @InstantField()
  madeAt!: string;
  @InstantField({ nullable: true })
  closedAt!: string | null;
  @TextField({ max: 80, min: 0 })
  closedBy!: string;
  @TextField({ max: 300, min: 0 })
  closingNote!: string;
}

export class CloseFollowUpDto {
  @TextField({ max: 300, min: 0, lines: true, optional: true, description: 'What was done, or how it ran.' })
  note?: string;
}

export class FollowUpParam {
  @IdField()
  id!: string;
}

/** An open follow-up with its unit. */
export class OpenFollowUpDto extends FollowUpDto {
  @TextField({ max: 40 })
  unitTag!: string;
  @TextField({ max: 60 })
  unitKind!: string;
  @TextField({ max: 40 })
  family!: string;
}

export class FollowUpsQuery {
  @TextField({ max: CURSOR_MAX, optional: true, description: 'The `next` of the page before.' })
  cursor?: string;
}

export class FollowUpsDto {
  @CountField({ min: 0, max: 1_000_000, description: 'How many are open in all.' })
  total!: number;
  @NestedListField(() => OpenFollowUpDto, { maxItems: 50, description: 'The soonest first; those without a day last.' })
  lines!: OpenFollowUpDto[];
  @TextField({ max: CURSOR_MAX, nullable: true })
  next!: string | null;
}

export const followUpDto = (row: FollowUpEntity): FollowUpDto => ({
  id: row.id,
  kind: row.kind,
  what: row.what,
  part: row.part,
  who: row.who,
  by: row.byDay,
  madeBy: row.madeBy,
  madeAt: row.madeAt.toISOString(),
  closedAt: row.closedAt?.toISOString() ?? null,
  closedBy: row.closedBy,
  closingNote: row.closingNote,
});

export const openFollowUpDto = (row: FollowUpEntity): OpenFollowUpDto => ({
  ...followUpDto(row),
  unitTag: row.unit?.tag ?? '',
  unitKind: row.unit?.kind ?? '',
  family: row.unit?.family?.code ?? '',
});
