import { type PayloadAction, createSlice } from '@reduxjs/toolkit';
import type { ShopUnit } from '@sturdy-shim/core';

/** What a person chose for this device. Kept in the browser. */
export interface Preferences {
  /** The unit in which gaps are read everywhere; the other one stands beside it on hover. */
  readonly unit: ShopUnit;
  readonly theme: 'paper' | 'lamp';
  /** Who works here: written under readings and checks. */
  readonly name: string;
}

const STORED_AS = 'sturdy-shim.preferences';
const DEFAULTS: Preferences = { unit: 'mm', theme: 'paper', name: '' };

/** What the browser kept. Anything that is not ours counts as nothing: the defaults serve. */
export function storedPreferences(storage: Pick<Storage, 'getItem'> = localStorage): Preferences {
  try {
    const stored = JSON.parse(storage.getItem(STORED_AS) ?? '{}') as Partial<Preferences> | null;
    return {
      unit: stored?.unit === 'thou' ? 'thou' : DEFAULTS.unit,
      theme: stored?.theme === 'lamp' ? 'lamp' : DEFAULTS.theme,
      name: typeof stored?.name === 'string' ? stored.name : DEFAULTS.name,
    };
  } catch {
    return DEFAULTS;
  }
}

export function storePreferences(preferences: Preferences): void {
  try {
    localStorage.setItem(STORED_AS, JSON.stringify(preferences));
  } catch {
    // A browser that keeps nothing still works; the choice lasts until it is closed.
  }
}

export const preferences = createSlice({
  name: 'preferences',
  initialState: DEFAULTS,
  reducers: {
    unitSwitched: (state) => ({ ...state, unit: state.unit === 'mm' ? 'thou' : 'mm' }),
    themeSwitched: (state) => ({ ...state, theme: state.theme === 'paper' ? 'lamp' : 'paper' }),
    nameGiven: (state, { payload }: PayloadAction<string>) => ({ ...state, name: payload }),
  },
  selectors: { chosen: (state) => state },
});

export const { unitSwitched, themeSwitched, nameGiven } = preferences.actions;
