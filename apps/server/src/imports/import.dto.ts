import { ChoiceField, CountField, NestedListField, TextField, TextsField } from '../platform/index.ts';

export const FORMATS = ['csv', 'json'] as const;
export const ACTIONS = ['add', 'change', 'same', 'refuse'] as const;

export class ImportQuery {
  @ChoiceField(FORMATS, { name: 'FileFormat' })
  format!: (typeof FORMATS)[number];
}

export class CarryOutQuery extends ImportQuery {
  @TextField({ max: 64, description: 'Fingerprint of the plan that was previewed: exactly that is carried out.' })
  plan!: string;
}

export class ProgressQuery {
  @TextField({ max: 64, description: 'Fingerprint of the plan that is carried out.' })
  plan!: string;
}

export class ImportProgressDto {
  @CountField({ min: 0, max: 10_000_000, description: '0: it is not running, or not yet.' })
  total!: number;
  @CountField({ min: 0, max: 10_000_000 })
  done!: number;
}

export class CellProblemDto {
  @TextField({ max: 40, description: 'Which column.' })
  field!: string;
  @TextField({ max: 300 })
  problem!: string;
  @TextField({ max: 300 })
  remedy!: string;
}

export class CellChangeDto {
  @TextField({ max: 40 })
  field!: string;
  @TextField({ max: 2000, min: 0 })
  before!: string;
  @TextField({ max: 2000, min: 0 })
  after!: string;
}

export class PlannedLineDto {
  @CountField({ min: 1, max: 10_000_000, description: 'Line of the file.' })
  line!: number;
  @TextField({ max: 60, min: 0, description: 'Of a unit its tag, of a family its code, of a blade set its name.' })
  tag!: string;
  @ChoiceField(ACTIONS, { name: 'ImportAction' })
  action!: (typeof ACTIONS)[number];
  @NestedListField(() => CellChangeDto, { maxItems: 60 })
  changes!: CellChangeDto[];
  @NestedListField(() => CellProblemDto, { maxItems: 200 })
  problems!: CellProblemDto[];
  @TextsField({ max: 300, maxItems: 5, description: 'Worth a look, but no reason to refuse.' })
  warnings!: string[];
}

export class ImportPlanDto {
  @TextField({ max: 64, description: 'Hand this in to carry it out.' })
  plan!: string;
  @TextsField({ max: 300, maxItems: 10, description: 'How the file was read.' })
  notes!: string[];
  @CountField({ min: 0, max: 10_000_000 })
  add!: number;
  @CountField({ min: 0, max: 10_000_000 })
  change!: number;
  @CountField({ min: 0, max: 10_000_000 })
  same!: number;
  @CountField({ min: 0, max: 10_000_000 })
  refuse!: number;
  @TextsField({ max: 60, maxItems: 500, description: 'Sites that would be added.' })
  newSites!: string[];
  @NestedListField(() => PlannedLineDto, { maxItems: 20_000, description: 'In order of the file.' })
  lines!: PlannedLineDto[];
}
