import type { ShopUnit } from '@sturdy-shim/core';
import { useSelector } from 'react-redux';
import { preferences, type Preferences } from './preferences.ts';

export { MAPPED_ACTS, aliasesOf, canBeMapped, type MappedAct } from './bench-keys.ts';
export {
  bigSwitched,
  keyForgotten,
  keyLearned,
  voiceSwitched,
  preferences,
  storePreferences,
  temperatureChosen,
  storedPreferences,
  themeSwitched,
  shopUnitKnown,
  unitChosen,
  firstDaySkipped,
  unitSwitched,
  type Preferences,
} from './preferences.ts';

export const usePreferences = (): Preferences => useSelector(preferences.selectors.chosen);
export const useShopUnit = (): ShopUnit => usePreferences().unit;
