import { ChoiceField, CountField, FlagField, IdField, InstantField, TextField } from '../platform/index.ts';
import { MEDIA_TYPES, type MediaType } from './media-type.ts';

export class AttachQuery {
  @IdField({ description: 'Made by the sender: the same file sent twice is saved once.' })
  id!: string;
  @IdField({ optional: true, description: 'Beside this source; or beside a unit.' })
  sourceId?: string;
  @IdField({ optional: true, description: 'Beside this unit; or beside a source.' })
  unitId?: string;
  @IdField({ optional: true, description: 'Beside this check.' })
  checkId?: string;
  @TextField({ max: 120, description: 'What it is called, such as "page 41".' })
  name!: string;
}

export class BesideQuery {
  @IdField({ optional: true, description: 'Beside the sources of this family; or beside a unit.' })
  familyId?: string;
  @IdField({ optional: true })
  unitId?: string;
  @IdField({ optional: true })
  checkId?: string;
}

export class AttachmentParam {
  @IdField()
  id!: string;
}

export class AttachmentDto {
  @IdField()
  id!: string;
  @IdField({ nullable: true })
  sourceId!: string | null;
  @IdField({ nullable: true })
  unitId!: string | null;
  @IdField({ nullable: true })
  checkId!: string | null;
  @TextField({ max: 120 })
  name!: string;
  @ChoiceField(MEDIA_TYPES, { name: 'MediaType', description: 'As its content says.' })
  mediaType!: MediaType;
  @CountField({ min: 1, max: 100_000_000, description: 'Bytes.' })
  size!: number;
  @TextField({ max: 80, min: 0 })
  addedBy!: string;
  @InstantField()
  addedAt!: string;
}

export class TakenOffDto {
  @FlagField()
  takenOff!: boolean;
}
