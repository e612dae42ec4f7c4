import { keysOf, UNIT_STATES, type UnitState } from '@sturdy-shim/core';
import { USE_WORDS } from '../../shared/format/index.ts';
import { type AddressState, choiceInAddress, textInAddress, useAddressState } from '../../shared/ui/index.ts';

const USES = keysOf(USE_WORDS);
const FILTER = {
  find: textInAddress,
  family: textInAddress,
  site: textInAddress,
  kind: textInAddress,
  use: choiceInAddress(USES),
  state: choiceInAddress<UnitState>(UNIT_STATES),
};

/** The filter of the register, kept in the address. */
export type RegisterFilter = AddressState<typeof FILTER>;

export const useRegisterFilter = () => useAddressState(FILTER, { history: 'push' });

/** Without empty parameters. */
export const asked = (filter: RegisterFilter): Partial<RegisterFilter> =>
  Object.fromEntries(Object.entries(filter).filter(([, value]) => value !== undefined));
