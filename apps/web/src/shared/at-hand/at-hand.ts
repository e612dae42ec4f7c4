import { type PayloadAction, createSlice } from '@reduxjs/toolkit';
import type { ShopUnit } from '@sturdy-shim/core';

/** Figures of the open check by calculator field name, in both units. */
export interface AtHand {
  /** Their source, in words. */
  readonly of: string;
  readonly figures: Readonly<Record<ShopUnit, Readonly<Record<string, string>>>>;
}

const NOTHING: { readonly now: AtHand | null } = { now: null };

export const atHand = createSlice({
  name: 'atHand',
  initialState: NOTHING,
  reducers: {
    laidOut: (_, { payload }: PayloadAction<AtHand>) => ({ now: payload }),
    cleared: () => ({ now: null }),
  },
  selectors: { now: (state) => state.now },
});
