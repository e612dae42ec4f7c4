import { type Valve, type ValveLayout, valvesOf } from '@sturdy-shim/core';

const CODE = /^(\d{1,2})? ?(intake|exhaust|i|e) ?(\d)?$/;

/** A valve in a file: `intake` in an engine with one of each kind, otherwise `1I`, `2E`, `1I2`. */
export function valveCode({ cylinder, kind, ordinal }: Valve, layout: ValveLayout): string {
  const perCylinder = kind === 'intake' ? layout.intakePerCylinder : layout.exhaustPerCylinder;
  if (layout.cylinders === 1 && perCylinder === 1) return kind;
  return `${cylinder}${kind === 'intake' ? 'I' : 'E'}${perCylinder === 1 ? '' : ordinal}`;
}

/** @returns null if it is no valve of this engine, or if it fits several */
export function valveFromCode(text: string, layout: ValveLayout): Valve | null {
  const [, cylinder, kind, ordinal] = CODE.exec(text.trim().toLowerCase()) ?? [];
  if (kind === undefined) return null;
  const fitting = valvesOf(layout).filter(
    (valve) =>
      valve.kind.startsWith(kind) &&
      (cylinder === undefined || valve.cylinder === Number(cylinder)) &&
      (ordinal === undefined || valve.ordinal === Number(ordinal)),
  );
  return fitting.length === 1 ? (fitting[0] ?? null) : null;
}
