export { FUELS, MAKE_SAFE, makeSafeFor, type Fuel, type MakeSafe } from './make-safe.ts';
export { crossPattern, type RingScrew } from './tightening-order.ts';
