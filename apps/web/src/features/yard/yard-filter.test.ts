import { expect, it } from '@jest/globals';
import { readFilter } from './yard-filter.ts';

it('reads the yard from its address, and takes nothing that is not there', () => {
  expect(readFilter(new URLSearchParams('axis=days&site=North+walks&state=keep-in'))).toEqual({
    axis: 'days',
    site: 'North walks',
    kind: undefined,
    state: 'keep-in',
  });
  expect(readFilter(new URLSearchParams('axis=weeks&state=broken'))).toEqual({
    axis: 'hours',
    site: undefined,
    kind: undefined,
    state: undefined,
  });
});
