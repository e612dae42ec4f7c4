import {
  type LengthUnit,
  type ValveKind,
  type ValveLayout,
  type WrittenGap,
  type WrittenValve,
  valveKey,
  valvesOf,
  writtenGapFrom,
} from '@sturdy-shim/core';
import { type Result, fail, ok } from '../platform/index.ts';
import * as refusals from './refusals.ts';

/** A valve with its gaps as text. */
export interface ValveText {
  readonly cylinder: number;
  readonly kind: ValveKind;
  readonly ordinal: number;
  readonly found?: string | null;
  readonly left?: string | null;
}

/** Reads the gaps of valves as they were written; refuses at the field what cannot be read. */
export function writtenValves(
  valves: readonly ValveText[],
  unit: LengthUnit,
  layout: ValveLayout,
): Result<WrittenValve[]> {
  const known = new Set(valvesOf(layout).map(valveKey));
  const read: WrittenValve[] = [];
  for (const [index, { cylinder, kind, ordinal, found, left }] of valves.entries()) {
    const key = valveKey({ cylinder, kind, ordinal });
    if (!known.has(key)) return fail(refusals.noSuchValve(`valves.${index}`));
    if (read.some((each) => valveKey(each) === key)) return fail(refusals.valveTwice(`valves.${index}`));
    const [foundGap, leftGap] = [
      gapOf(found, unit, `valves.${index}.found`),
      gapOf(left, unit, `valves.${index}.left`),
    ];
    if (!foundGap.ok) return foundGap;
    if (!leftGap.ok) return leftGap;
    if (foundGap.value !== null || leftGap.value !== null)
      read.push({ cylinder, kind, ordinal, found: foundGap.value, left: leftGap.value });
  }
  return read.length === 0 ? fail(refusals.nothingWritten) : ok(read);
}

function gapOf(text: string | null | undefined, unit: LengthUnit, field: string): Result<WrittenGap | null> {
  const plain = (text ?? '').trim();
  if (plain === '') return ok(null);
  const written = writtenGapFrom(plain, unit);
  return 'refusal' in written ? fail(refusals.unreadableGap(field, plain, written.refusal)) : ok(written);
}
