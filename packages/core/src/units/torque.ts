import { finite, type Quantity } from './brand.ts';

/** Torque in newton metres. */
export type NewtonMetres = Quantity<'N·m'>;
export type TorqueUnit = 'N·m' | 'lbf·ft' | 'lbf·in' | 'kgf·cm';

/** Exact by definition: 1 lb = 0.45359237 kg, standard gravity 9.80665 m/s² (NIST SP 811), 1 ft = 0.3048 m. */
const NEWTONS_PER_LBF = 0.45359237 * 9.80665;
const NM_PER: Record<TorqueUnit, number> = {
  'N·m': 1,
  'lbf·ft': NEWTONS_PER_LBF * 0.3048,
  'lbf·in': NEWTONS_PER_LBF * 0.0254,
  'kgf·cm': 9.80665 * 0.01,
};

/** @throws RangeError when not finite */
export const toNewtonMetres = (value: number, unit: TorqueUnit): NewtonMetres => finite(value * NM_PER[unit], 'N·m');

/** @throws RangeError when not finite */
export const fromNewtonMetres = (value: NewtonMetres, unit: TorqueUnit): number => finite(value / NM_PER[unit], unit);
