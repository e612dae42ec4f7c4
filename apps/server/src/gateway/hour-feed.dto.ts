import {
  CountField,
  FlagField,
  IdField,
  InstantField,
  NameField,
  NestedListField,
  NumberField,
  TextField,
} from '../platform/index.ts';
import type { FeedMachineEntity, FeedPollEntity, HourFeedEntity } from './hour-feed.entity.ts';

class FeedFieldsDto {
  @NameField({ max: 60 })
  name!: string;
  @TextField({ max: 500, description: 'Of the first page of its fleet snapshot (ISO 15143-3), XML or JSON.' })
  url!: string;
  @FlagField()
  on!: boolean;
  @CountField({ min: 5, max: 10_080, description: 'How often it is asked, in minutes.' })
  everyMinutes!: number;
  @FlagField({ description: 'Addresses inside the shop’s network may be asked.' })
  inside!: boolean;
}

export class NewHourFeedDto extends FeedFieldsDto {
  @IdField()
  id!: string;
  @TextField({ max: 500, optional: true, description: 'Sent as `Authorization`. It is never given out again.' })
  authorization?: string;
}

export class ChangeHourFeedDto extends FeedFieldsDto {
  @CountField({ min: 1, max: 1_000_000, description: 'The version that this change is based on.' })
  version!: number;
  @TextField({ max: 500, optional: true, description: 'Left out: as it is, unless the address changes.' })
  authorization?: string;
}

export class HourFeedDto extends FeedFieldsDto {
  @IdField()
  id!: string;
  @CountField({ min: 1, max: 1_000_000 })
  version!: number;
}

export class HourFeedsDto {
  @NestedListField(() => HourFeedDto, { maxItems: 1000 })
  feeds!: HourFeedDto[];
}

const count = { min: 0, max: 1_000_000_000 } as const;

export class FeedPollDto {
  @IdField()
  id!: string;
  @InstantField()
  beganAt!: string;
  @InstantField()
  endedAt!: string;
  @CountField(count)
  pages!: number;
  @CountField({ ...count, description: 'Machines with hours that it named.' })
  machines!: number;
  @CountField(count)
  accepted!: number;
  @CountField(count)
  suspect!: number;
  @CountField({ ...count, description: 'Readings that were on record already.' })
  known!: number;
  @CountField({ ...count, description: 'Machines that are no unit yet.' })
  unmatched!: number;
  @CountField({ ...count, description: 'Machines without hours, without a time or without a name.' })
  incomplete!: number;
  @FlagField({ description: 'It says of itself that it is made up.' })
  simulated!: boolean;
  @TextField({ max: 500, min: 0, description: 'Empty when it went well.' })
  failure!: string;
}

export class FeedPollsDto {
  @NestedListField(() => FeedPollDto, { maxItems: 30, description: 'The latest first.' })
  polls!: FeedPollDto[];
}

export class FeedMachineDto {
  @TextField({ max: 200 })
  machine!: string;
  @TextField({ max: 200, min: 0 })
  serial!: string;
  @TextField({ max: 200, min: 0 })
  model!: string;
  @NumberField({ min: 0, max: 1e6, unit: 'hours', example: 412.6 })
  lastHours!: number;
  @InstantField()
  lastAt!: string;
}

export class UnmatchedDto {
  @NestedListField(() => FeedMachineDto, { maxItems: 200 })
  machines!: FeedMachineDto[];
}

export class MatchDto {
  @TextField({ max: 200 })
  machine!: string;
  @TextField({ max: 40, nullable: true, description: 'Of the unit that it is; null: it is none of the shop’s.' })
  tag!: string | null;
}

export const hourFeedDto = ({ id, name, url, on, everyMinutes, inside, version }: HourFeedEntity): HourFeedDto => ({
  id,
  name,
  url,
  on,
  everyMinutes,
  inside,
  version,
});

export const feedPollDto = ({ feedId: _feedId, beganAt, endedAt, ...poll }: FeedPollEntity): FeedPollDto => ({
  ...poll,
  beganAt: beganAt.toISOString(),
  endedAt: endedAt.toISOString(),
});

export const feedMachineDto = ({ machine, serial, model, lastHours, lastAt }: FeedMachineEntity): FeedMachineDto => ({
  machine,
  serial,
  model,
  lastHours,
  lastAt: lastAt.toISOString(),
});
