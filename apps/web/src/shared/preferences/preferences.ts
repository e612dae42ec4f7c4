import { type PayloadAction, createSlice } from '@reduxjs/toolkit';
import type { ShopUnit, TemperatureUnit } from '@sturdy-shim/core';
import { type MappedAct, keysFrom } from './bench-keys.ts';

/** Preferences of this device, stored in the browser. */
export interface Preferences {
  /** The unit of gaps; the other one is shown on hover. */
  readonly unit: ShopUnit;
  /** The unit in which temperatures are read and typed. */
  readonly temperature: TemperatureUnit;
  readonly theme: 'paper' | 'lamp';
  /** A person chose the unit of gaps on this device. */
  readonly unitStated: boolean;
  /** The list that leads a new shop was put away. */
  readonly firstDayOver: boolean;
  /** Keys that a pedal or a ring sends. */
  readonly keys: Readonly<Partial<Record<MappedAct, string>>>;
  /** Large numbers at the bench, readable from two steps away. */
  readonly big: boolean;
  /** Answers at the bench are said aloud. */
  readonly voice: boolean;
}

const STORED_AS = 'sturdy-shim.preferences';
const DEFAULTS: Preferences = {
  unit: 'mm',
  temperature: '°C',
  theme: 'paper',
  unitStated: false,
  firstDayOver: false,
  keys: {},
  big: false,
  voice: false,
};

/** The stored preferences; invalid ones are replaced by defaults. */
export function storedPreferences(storage: Pick<Storage, 'getItem'> = localStorage): Preferences {
  try {
    const stored = JSON.parse(storage.getItem(STORED_AS) ?? '{}') as Partial<Preferences> | null;
    return {
      unit: stored?.unit === 'thou' ? 'thou' : DEFAULTS.unit,
      temperature: stored?.temperature === '°F' ? '°F' : DEFAULTS.temperature,
      theme: stored?.theme === 'lamp' ? 'lamp' : DEFAULTS.theme,
      unitStated: stored?.unitStated === true,
      firstDayOver: stored?.firstDayOver === true,
      keys: keysFrom(stored?.keys),
      big: stored?.big === true,
      voice: stored?.voice === true,
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
    unitSwitched: (state) => ({ ...state, unit: state.unit === 'mm' ? 'thou' : 'mm', unitStated: true }),
    unitChosen: (state, { payload }: PayloadAction<ShopUnit>) => ({ ...state, unit: payload, unitStated: true }),
    /** Sets the unit of the shop, unless this device has a chosen unit. */
    shopUnitKnown: (state, { payload }: PayloadAction<ShopUnit>) =>
      state.unitStated ? state : { ...state, unit: payload },
    firstDaySkipped: (state) => ({ ...state, firstDayOver: true }),
    temperatureChosen: (state, { payload }: PayloadAction<TemperatureUnit>) => ({ ...state, temperature: payload }),
    keyLearned: (state, { payload: { act, key } }: PayloadAction<{ act: MappedAct; key: string }>) => ({
      ...state,
      // One key means one thing.
      keys: { ...Object.fromEntries(Object.entries(state.keys).filter(([, other]) => other !== key)), [act]: key },
    }),
    keyForgotten: (state, { payload }: PayloadAction<MappedAct>) => ({
      ...state,
      keys: Object.fromEntries(Object.entries(state.keys).filter(([act]) => act !== payload)),
    }),
    bigSwitched: (state) => ({ ...state, big: !state.big }),
    voiceSwitched: (state) => ({ ...state, voice: !state.voice }),
    themeSwitched: (state) => ({ ...state, theme: state.theme === 'paper' ? 'lamp' : 'paper' }),
  },
  selectors: { chosen: (state) => state },
});

export const {
  unitSwitched,
  unitChosen,
  shopUnitKnown,
  firstDaySkipped,
  temperatureChosen,
  themeSwitched,
  keyLearned,
  keyForgotten,
  bigSwitched,
  voiceSwitched,
} = preferences.actions;
