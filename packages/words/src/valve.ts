export interface ValveName {
  readonly cylinder: number;
  readonly kind: 'intake' | 'exhaust';
  readonly ordinal: number;
}

/** `Intake`; `Cylinder 2 exhaust` where the engine has more cylinders. */
export function valveText({ cylinder, kind, ordinal }: ValveName, cylinders: number): string {
  const name = ordinal > 1 ? `${kind} ${ordinal}` : kind;
  return cylinders > 1 ? `Cylinder ${cylinder} ${name}` : name.charAt(0).toUpperCase() + name.slice(1);
}

/** `intake and exhaust`; `cylinder 1 intake and exhaust, cylinder 2 exhaust` where the engine has more cylinders. */
export function valvesText(valves: readonly ValveName[], cylinders: number): string {
  const names = (of: readonly ValveName[]): string =>
    of.map(({ kind, ordinal }) => (ordinal > 1 ? `${kind} ${ordinal}` : kind)).join(' and ');
  if (cylinders === 1) return names(valves);
  return [...new Set(valves.map(({ cylinder }) => cylinder))]
    .map((cylinder) => `cylinder ${cylinder} ${names(valves.filter((valve) => valve.cylinder === cylinder))}`)
    .join(', ');
}
