import type { Refusal } from '../platform/index.ts';
import type { ReadingEntity } from './reading.entity.ts';

/** All refusals of a reading, in one file for consistent wording. */
export const noSuchReading: Refusal = {
  code: 'no-such-reading',
  status: 404,
  detail: 'There is no such reading.',
  remedy: 'Load the unit again.',
};

export const settledAlready = ({ state, settledBy }: ReadingEntity): Refusal => ({
  code: 'settled-already',
  status: 409,
  detail: `This reading is ${state} already${settledBy === '' ? '' : `, by ${settledBy}`}.`,
  remedy: 'Load the unit again to see what was decided.',
});

export const settleFirst: Refusal = {
  code: 'not-settled',
  status: 409,
  detail: 'This reading is still suspect.',
  remedy: 'Settle it first: say what it is.',
};

export const neverSuspect: Refusal = {
  code: 'never-suspect',
  status: 409,
  detail: 'This reading was accepted when it came: nothing can be taken back.',
  remedy: 'To say that it does not count after all, correct it with a reason.',
};

export const restsOnIt = (readings: number): Refusal => ({
  code: 'others-rest-on-it',
  status: 409,
  detail: `${readings === 1 ? 'A later reading counts' : `${readings} later readings count`} on what was decided here.`,
  remedy: 'Reject those first, on the page of the unit.',
});

export const sayWhatItIs: Refusal = {
  code: 'no-correction',
  status: 422,
  field: 'correctedHours',
  detail: 'A correction says what the meter really showed.',
  remedy: 'Give the hours.',
};

export const correctionSuspect = (shown: number): Refusal => ({
  code: 'correction-suspect',
  status: 422,
  field: 'correctedHours',
  detail: `${shown} h does not add up either.`,
  remedy: 'Read the meter once more, or reject the reading.',
});

export const noRollOver: Refusal = {
  code: 'no-roll-over',
  status: 422,
  field: 'decision',
  detail: 'No roll-over of the meter explains this reading.',
  remedy: 'Choose a new meter, or reject the reading.',
};

export const startedAbove = (shown: number): Refusal => ({
  code: 'started-above-reading',
  status: 422,
  field: 'startedAtHours',
  detail: `The new meter cannot have started above what it shows: ${shown} h.`,
  remedy: 'Give what it showed when it was fitted, often 0.',
});
