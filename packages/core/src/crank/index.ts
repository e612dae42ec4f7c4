export {
  USUAL_ROD_RATIO,
  angleAt,
  angleBandAt,
  rimArc,
  teethPassed,
  travelAt,
  type SliderCrank,
} from './slider-crank.ts';
export {
  CYCLE,
  TYPICAL_TIMING,
  fullyOpenAt,
  onBaseCircle,
  openStretches,
  releaseClearAt,
  timingRefusal,
  type ValveTiming,
} from './valve-timing.ts';
export { gaugingPlan, type PlannedStop } from './gauging-plan.ts';
export { liftAt } from './lift.ts';
export {
  fewestStops,
  firesAtFromOrder,
  stopsOf,
  valvesFreeAt,
  valvesFreeWhileOpen,
  type EngineCycle,
  type GaugingStop,
} from './gauging-stops.ts';
