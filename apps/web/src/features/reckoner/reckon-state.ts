import type { ShopUnit } from '@sturdy-shim/core';
import { useSearchParams } from 'react-router';
import { useShopUnit } from '../../shared/preferences/index.ts';

export const PANELS = ['blades', 'tries', 'turn', 'shims', 'crank', 'units'] as const;
export type PanelName = (typeof PANELS)[number];

/** Which panel is open is one word of the address, its fields another: a link gives a colleague the same figures. */
const OPEN = 'reckon';
const FIELDS = 'k';

export interface Reckon {
  /** Null while the drawer is shut. */
  readonly panel: PanelName | null;
  readonly open: (panel: PanelName) => void;
  readonly shut: () => void;
  /** A field as it was typed, or its default. */
  readonly field: (name: string, fallback: string) => string;
  readonly setField: (name: string, text: string) => void;
  /** The unit of the panel's lengths: the reader's own until a figure was typed, then that of the figures. */
  readonly unit: ShopUnit;
  readonly setUnit: (unit: ShopUnit) => void;
}

export function useReckon(): Reckon {
  const shopUnit = useShopUnit();
  const [params, setParams] = useSearchParams();
  const panel = PANELS.find((name) => name === params.get(OPEN)) ?? null;
  const fields = new URLSearchParams(params.get(FIELDS) ?? '');
  const unit = fields.get('unit') === 'thou' ? 'thou' : fields.get('unit') === 'mm' ? 'mm' : shopUnit;
  const write = (next: PanelName | null, change: (fields: URLSearchParams) => void): void =>
    setParams(
      (before) => {
        const after = new URLSearchParams(before);
        const kept = new URLSearchParams(next === null || next !== before.get(OPEN) ? '' : (before.get(FIELDS) ?? ''));
        change(kept);
        if (next === null) after.delete(OPEN);
        else after.set(OPEN, next);
        if (kept.size === 0) after.delete(FIELDS);
        else after.set(FIELDS, kept.toString());
        return after;
      },
      { replace: true, preventScrollReset: true },
    );
  const set = (name: string, text: string): void =>
    write(panel, (kept) => {
      kept.set(name, text);
      // Figures without their unit would mean something else to a reader of the other one.
      if (!kept.has('unit')) kept.set('unit', unit);
    });
  return {
    panel,
    open: (next) => write(next, () => undefined),
    shut: () => write(null, () => undefined),
    field: (name, fallback) => fields.get(name) ?? fallback,
    setField: set,
    unit,
    setUnit: (next) => set('unit', next),
  };
}
