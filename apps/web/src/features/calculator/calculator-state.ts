import type { ShopUnit } from '@sturdy-shim/core';
import { useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';
import { useShopUnit } from '../../shared/preferences/index.ts';

export const PANELS = ['blades', 'tries', 'turn', 'shims', 'crank', 'units'] as const;
export type PanelName = (typeof PANELS)[number];

/** Which panel is open is one word of the address, its fields another: a link gives a colleague the same figures. */
const OPEN = 'reckon';
const FIELDS = 'k';

export interface CalculatorState {
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

interface Typed {
  readonly panel: PanelName | null;
  /** Fields as typed, in the form of a query. */
  readonly fields: string;
}

/** A moment after the last stroke: browsers slow an address down that changes with every one. */
const SETTLE_MS = 200;

/**
 * What is typed belongs to the drawer and is mirrored into the address: an address follows too slowly to be typed into.
 * The drawer stays open from place to place.
 */
export function useCalculator(): CalculatorState {
  const shopUnit = useShopUnit();
  const [params, setParams] = useSearchParams();
  const [{ panel, fields }, setTyped] = useState<Typed>(() => typedIn(params));
  useEffect(() => {
    const shown = typedIn(params);
    if (shown.panel === panel && shown.fields === fields) return;
    const timer = setTimeout(
      () => setParams((before) => withTyped(before, { panel, fields }), { replace: true, preventScrollReset: true }),
      SETTLE_MS,
    );
    return () => clearTimeout(timer);
  }, [params, setParams, panel, fields]);

  const typed = new URLSearchParams(fields);
  const unitTyped = typed.get('unit');
  const unit: ShopUnit = unitTyped === 'mm' || unitTyped === 'thou' ? unitTyped : shopUnit;
  const setField = (name: string, text: string): void =>
    setTyped((before) => {
      const after = new URLSearchParams(before.fields);
      after.set(name, text);
      // Figures without their unit would mean something else to a reader of the other one.
      if (!after.has('unit')) after.set('unit', unit);
      return { ...before, fields: after.toString() };
    });
  return {
    panel,
    open: (next) => setTyped((before) => (before.panel === next ? before : { panel: next, fields: '' })),
    shut: () => setTyped({ panel: null, fields: '' }),
    field: (name, fallback) => typed.get(name) ?? fallback,
    setField,
    unit,
    setUnit: (next) => setField('unit', next),
  };
}

const typedIn = (params: URLSearchParams): Typed => ({
  panel: PANELS.find((name) => name === params.get(OPEN)) ?? null,
  fields: params.get(FIELDS) ?? '',
});

function withTyped(before: URLSearchParams, { panel, fields }: Typed): URLSearchParams {
  const after = new URLSearchParams(before);
  if (panel === null) after.delete(OPEN);
  else after.set(OPEN, panel);
  if (fields === '') after.delete(FIELDS);
  else after.set(FIELDS, fields);
  return after;
}
