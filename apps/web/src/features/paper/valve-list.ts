import { type Valve, valvesOf } from '@sturdy-shim/core';
import type { FamilyDto } from '../../shared/api/index.ts';

/** The valves of a family, cylinder by cylinder. */
export const valveList = ({ cylinders, intakePerCylinder, exhaustPerCylinder }: FamilyDto): Valve[] =>
  valvesOf({ cylinders, intakePerCylinder, exhaustPerCylinder });
