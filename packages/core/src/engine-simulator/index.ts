export { Seeded } from './seeded.ts';
export { SimulatedValve, type Imperfections } from './simulated-valve.ts';
export {
  adjustUntilInside,
  advisedTurn,
  chooserFor,
  fixedEighth,
  gaugeByAdvice,
  gaugeByClimbing,
  gaugeToAdjust,
  type Bench,
  type Chooser,
  type Gauged,
} from './procedures.ts';
