import type { FamilyDto } from '../api/index.ts';

type Fuel = FamilyDto['sheet']['fuel'];

const TIGHT =
  'A tight valve cannot close fully: the engine loses compression, starts hard and loses power. If left tight, hot gas burns the valve and its seat';
const LOOSE =
  'A loose valve opens late and too little: the engine is noisy and loses power. Left so, the parts hammer each other and wear';

/**
 * The consequence of a valve out of spec for the engine, for an owner who asks (common practice, no source). Two
 * sentences.
 */
export function meaningText(side: 'tight' | 'loose', fuel: Fuel, hasRelease: boolean): string {
  if (side === 'tight')
    return `${TIGHT}${fuel === 'diesel' ? ', and a diesel may not fire at all when it is cold' : ''}.`;
  return `${LOOSE}${hasRelease ? ', and the starting aid no longer lifts its valve, so that the engine kicks back' : ''}.`;
}
