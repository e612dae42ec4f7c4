import type { ShopUnit } from '@sturdy-shim/core';
import { useAtHand } from '../../shared/at-hand/index.ts';
import { useShopUnit } from '../../shared/preferences/index.ts';
import { choiceInAddress, textInAddress, useAddressState } from '../../shared/ui/index.ts';

export const PANELS = ['blades', 'tries', 'turn', 'shims', 'crank', 'units'] as const;
export type PanelName = (typeof PANELS)[number];

export interface CalculatorState {
  /** Null while the drawer is shut. */
  readonly panel: PanelName | null;
  readonly open: (panel: PanelName) => void;
  readonly shut: () => void;
  /** The source of the figures in untouched fields; null for examples. */
  readonly of: string | null;
  /** The value of a field: typed, from the bench, or its default. */
  readonly field: (name: string, fallback: string) => string;
  readonly setField: (name: string, text: string) => void;
  /** The unit of the panel's lengths: the reader's unit until a figure is typed, then the unit of the figures. */
  readonly unit: ShopUnit;
  readonly setUnit: (unit: ShopUnit) => void;
}

/** Debounced, because browsers throttle address changes. */
const SETTLE_MS = 200;

/** One address parameter is the open panel, another its fields, so that a link shows the same figures. */
const DRAWER = { calculate: choiceInAddress(PANELS), figures: textInAddress };

/** The drawer stays open across pages. */
export function useCalculator(): CalculatorState {
  const shopUnit = useShopUnit();
  const atHand = useAtHand();
  const [{ calculate: panel = null, figures: fields = '' }, change] = useAddressState(DRAWER, {
    history: 'replace',
    settleMs: SETTLE_MS,
  });
  const typed = new URLSearchParams(fields);
  const unitTyped = typed.get('unit');
  const unit: ShopUnit = unitTyped === 'mm' || unitTyped === 'thou' ? unitTyped : shopUnit;
  const setField = (name: string, text: string): void => {
    const after = new URLSearchParams(fields);
    after.set(name, text);
    // Figures without their unit would have another meaning for a reader with the other unit.
    if (!after.has('unit')) after.set('unit', unit);
    change({ figures: after.toString() });
  };
  return {
    panel,
    open: (next) => panel !== next && change({ calculate: next, figures: undefined }),
    shut: () => change({ calculate: undefined, figures: undefined }),
    of: atHand?.of ?? null,
    field: (name, fallback) => typed.get(name) ?? atHand?.figures[unit][name] ?? fallback,
    setField,
    unit,
    setUnit: (next) => setField('unit', next),
  };
}
