import {
  ChoiceField,
  CountField,
  FlagField,
  IdField,
  InstantField,
  NestedListField,
  TextField,
} from '../../platform/index.ts';
import { CellProblemDto } from '../import.dto.ts';
import { IMPORT_STATES, type ReadingsImportEntity } from './readings-import.entity.ts';

export class ReadFileQuery {
  @TextField({ max: 200, min: 0, optional: true, description: 'Name of the file, to be shown.' })
  name?: string;
}

export class StartImportDto {
  @FlagField({ description: 'Lines that are refused stay out, and the others come in.' })
  withoutRefused!: boolean;
}

class RefusedLineDto {
  @CountField({ min: 1, max: 100_000_000, description: 'Line of the file.' })
  line!: number;
  @TextField({ max: 80, min: 0 })
  tag!: string;
  @NestedListField(() => CellProblemDto, { maxItems: 10 })
  problems!: CellProblemDto[];
}

const count = { min: 0, max: 100_000_000 } as const;

export class ReadingsImportDto {
  @IdField()
  id!: string;
  @ChoiceField(IMPORT_STATES, { name: 'ReadingsImportState' })
  state!: (typeof IMPORT_STATES)[number];
  @TextField({ max: 200, min: 0 })
  fileName!: string;
  @TextField({ max: 300, min: 0, description: 'How the file was read.' })
  notes!: string;
  @CountField({ ...count, description: 'Readings that may come in.' })
  rows!: number;
  @CountField({ ...count, description: 'Units that they belong to.' })
  units!: number;
  @CountField({ ...count, description: 'Lines that cannot be taken.' })
  refused!: number;
  @NestedListField(() => RefusedLineDto, { maxItems: 200, description: 'The first of them.' })
  refusedLines!: RefusedLineDto[];
  @CountField({ ...count, description: 'Lines that say the same as another one.' })
  repeated!: number;
  @CountField(count)
  done!: number;
  @CountField(count)
  accepted!: number;
  @CountField(count)
  suspect!: number;
  @CountField({ ...count, description: 'Were on record already.' })
  known!: number;
  @InstantField({ nullable: true })
  endedAt!: string | null;
}

export class ReadingsImportsDto {
  @NestedListField(() => ReadingsImportDto, {
    maxItems: 20,
    description:
      'Files that are coming in or were interrupted, then those of the last day; without their refused lines.',
  })
  files!: ReadingsImportDto[];
}

export const readingsImportDto = (row: ReadingsImportEntity): ReadingsImportDto => {
  const { startedBy: _startedBy, readAt: _readAt, refusedLines, endedAt, ...shown } = row;
  return {
    ...shown,
    refusedLines: refusedLines.map(({ line, tag, problems }) => ({ line, tag, problems: [...problems] })),
    endedAt: endedAt?.toISOString() ?? null,
  };
};
