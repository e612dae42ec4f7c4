import { STANDING_STATES, type StandingState } from '@sturdy-shim/core';
import { ChoiceField, TextField } from '../platform/index.ts';

/** A unit that would stand otherwise. */
export class RestandingDto {
  @TextField({ max: 40 })
  tag!: string;
  @ChoiceField(STANDING_STATES, { name: 'StandingState' })
  before!: StandingState;
  @ChoiceField(STANDING_STATES, { name: 'StandingState' })
  after!: StandingState;
}
