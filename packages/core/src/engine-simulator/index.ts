export { Seeded } from './seeded.ts';
export { SimulatedEngine } from './simulated-engine.ts';
export { SimulatedValve, type Imperfections } from './simulated-valve.ts';
export {
  adjustUntilInside,
  advisedTurn,
  chooserFor,
  fixedEighth,
  gaugeByAdvice,
  gaugeByClimbing,
  gaugeToAdjust,
  setUntilDrag,
  type Bench,
  type Chooser,
  type Gauged,
} from './procedures.ts';
export { HABITS, forecastTrial, type Coverage, type Question } from './forecast-trial.ts';
export { readingsOf, workedDays, type WorkingHabit } from './simulated-use.ts';
