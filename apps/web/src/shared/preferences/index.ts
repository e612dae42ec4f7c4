import type { ShopUnit } from '@sturdy-shim/core';
import { useSelector } from 'react-redux';
import { preferences, type Preferences } from './preferences.ts';

export {
  preferences,
  storePreferences,
  temperatureChosen,
  storedPreferences,
  themeSwitched,
  unitChosen,
  firstDaySkipped,
  unitSwitched,
  type Preferences,
} from './preferences.ts';

export const usePreferences = (): Preferences => useSelector(preferences.selectors.chosen);
export const useShopUnit = (): ShopUnit => usePreferences().unit;
