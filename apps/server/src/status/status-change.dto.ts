import { UNIT_STATES, type UnitState } from '@sturdy-shim/core';
import { ChoiceField, TextField } from '../platform/index.ts';

/** A unit whose status would change. */
export class StatusChangeDto {
  @TextField({ max: 40 })
  tag!: string;
  @ChoiceField(UNIT_STATES, { name: 'UnitState' })
  before!: UnitState;
  @ChoiceField(UNIT_STATES, { name: 'UnitState' })
  after!: UnitState;
}
