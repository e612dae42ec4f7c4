import { UNIT_STATES } from '@sturdy-shim/core';
import {
  type AddressState,
  choiceInAddress,
  choiceOr,
  readAddress,
  textInAddress,
  useAddressState,
} from '../../shared/ui/index.ts';

export const AXES = ['hours', 'days', 'share'] as const;
export type Axis = (typeof AXES)[number];

export const LANES_BY = ['family', 'site', 'kind'] as const;

const FILTER = {
  by: choiceOr(LANES_BY, 'family'),
  axis: choiceOr(AXES, 'hours'),
  site: textInAddress,
  kind: textInAddress,
  state: choiceInAddress(UNIT_STATES),
  after: textInAddress,
};

/** The filter of the yard, kept in the address so that a link shows the same. */
export type YardFilter = AddressState<typeof FILTER>;

/** The address of a lane, with the filter of the yard. */
export function laneAddress(
  name: string,
  filter: Partial<YardFilter>,
  more: Readonly<Record<string, string>> = {},
): string {
  const { by = 'family', axis = 'hours', site, kind, state } = filter;
  const said = { by, axis, site, kind, state, [by]: name, ...more };
  return `/yard/lane?${new URLSearchParams(Object.entries(said).flatMap(([key, value]) => (value === undefined ? [] : [[key, value]]))).toString()}`;
}

/** The query of the yard. */
export const askedOf = ({ site, kind, after, by }: YardFilter, axis: Axis) => ({
  site,
  kind,
  after,
  by: by === 'family' ? undefined : by,
  axis,
});

export const filterIn = (search: string): YardFilter => readAddress(FILTER, new URLSearchParams(search));

export const useYardFilter = () => useAddressState(FILTER, { history: 'push' });
