import { ChoiceField, CountField, InstantField, NestedListField, TextField } from '../platform/index.ts';
import { QUEUE_NAMES, type Queue } from './queues.ts';

/** Background jobs of one kind, with the last result. */
export class JobKindDto {
  @ChoiceField(QUEUE_NAMES, { name: 'JobKind' })
  kind!: Queue;
  @CountField({ min: 0, max: 1_000_000_000, description: 'Asked for and not yet begun.' })
  waiting!: number;
  @CountField({ min: 0, max: 1_000_000_000 })
  running!: number;
  @InstantField({ nullable: true, description: 'When one was done last.' })
  doneAt!: string | null;
  @TextField({ max: 2000, min: 0, description: 'What that one says of itself.' })
  said!: string;
  @InstantField({ nullable: true, description: 'When one failed last, of those of the last days.' })
  failedAt!: string | null;
  @TextField({ max: 2000, min: 0 })
  failure!: string;
}

export class JobsDto {
  @NestedListField(() => JobKindDto, { maxItems: 20 })
  kinds!: JobKindDto[];
}
