import { type ShopUnit, isDrag } from '@sturdy-shim/core';
import type { TryDto } from '../../../shared/api/index.ts';
import { FEEL_WORDS, bladesText } from '../../../shared/format/index.ts';
import { thicknessMm } from './draft-edits.ts';

const thickness = ({ blades }: TryDto): number => blades.reduce((sum, blade) => sum + thicknessMm(blade), 0);

export const tryText = (attempt: TryDto, unit: ShopUnit): string =>
  `${bladesText(attempt.blades, unit)} ${FEEL_WORDS[attempt.feel]}`;

/** The tries that bound the gap, in words: `0.15 drags, 0.18 won’t enter`. */
export function proofText(tries: readonly TryDto[], unit: ShopUnit): string {
  const sorted = tries.toSorted((a, b) => thickness(a) - thickness(b));
  const telling = [
    sorted.findLast(({ feel }) => feel === 'free'),
    ...sorted.filter(({ feel }) => isDrag(feel)),
    sorted.find(({ feel }) => feel === 'wont'),
  ];
  return telling.flatMap((attempt) => (attempt === undefined ? [] : [tryText(attempt, unit)])).join(', ');
}
