import { UNIT_STATES, type UnitState } from '@sturdy-shim/core';
import { ChoiceField, CountField, NestedListField, TextField } from '../platform/index.ts';

/** A unit whose status would change. */
export class StatusChangeDto {
  @TextField({ max: 40 })
  tag!: string;
  @ChoiceField(UNIT_STATES, { name: 'UnitState' })
  before!: UnitState;
  @ChoiceField(UNIT_STATES, { name: 'UnitState' })
  after!: UnitState;
}

/** The effect of a decision on the examined part of the fleet. */
export class StatusPreviewDto {
  @NestedListField(() => StatusChangeDto, { maxItems: 200, description: 'By tag; the first that were found.' })
  changes!: StatusChangeDto[];
  @CountField({ min: 0, max: 1e7, description: 'Units whose status would change, of those that were looked at.' })
  changed!: number;
  @CountField({ min: 0, max: 1e7, description: 'Units that were looked at within a few seconds.' })
  looked!: number;
  @CountField({ min: 0, max: 1e7, description: 'Units that the decision concerns.' })
  units!: number;
}
