/** The two kinds of valve. */
export type ValveKind = 'intake' | 'exhaust';

/** One valve of an engine: its cylinder and kind, and its ordinal where a cylinder has more than one of the kind. */
export interface Valve {
  readonly cylinder: number;
  readonly kind: ValveKind;
  readonly ordinal: number;
}

/** How the valves of a family are laid out. */
export interface ValveLayout {
  readonly cylinders: number;
  readonly intakePerCylinder: number;
  readonly exhaustPerCylinder: number;
}

/** Short key of a valve, as technicians write it: 1I, 2E; a second intake of cylinder 1 is 1I2. */
export function valveKey({ cylinder, kind, ordinal }: Valve): string {
  return `${cylinder}${kind === 'intake' ? 'I' : 'E'}${ordinal > 1 ? ordinal : ''}`;
}

/** All valves of a layout: cylinder by cylinder, intakes first. */
export function valvesOf(layout: ValveLayout): Valve[] {
  const ofKind = (cylinder: number, kind: ValveKind, count: number): Valve[] =>
    Array.from({ length: count }, (_, index) => ({ cylinder, kind, ordinal: index + 1 }));
  return Array.from({ length: layout.cylinders }, (_, index) => [
    ...ofKind(index + 1, 'intake', layout.intakePerCylinder),
    ...ofKind(index + 1, 'exhaust', layout.exhaustPerCylinder),
  ]).flat();
}
