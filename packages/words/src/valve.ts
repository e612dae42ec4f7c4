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
