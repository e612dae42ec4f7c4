import { UNIT_STATES } from '@sturdy-shim/core';
import { type AddressState, choiceInAddress, choiceOr, textInAddress, useAddressState } from '../../shared/ui/index.ts';

export const AXES = ['hours', 'days', 'share'] as const;
export type Axis = (typeof AXES)[number];

export const LANES_BY = ['family', 'site', 'kind'] as const;

const FILTER = {
  by: choiceOr(LANES_BY, 'family'),
  axis: choiceOr(AXES, 'hours'),
  site: textInAddress,
  kind: textInAddress,
  state: choiceInAddress(UNIT_STATES),
};

/** What of the yard is shown. It lives in the address, so that a link shows a colleague the same thing. */
export type YardFilter = AddressState<typeof FILTER>;

export const useYardFilter = () => useAddressState(FILTER, { history: 'push' });
