export { nearEdge } from './near-edge.ts';
export {
  DEFAULT_HOUSE_RULES,
  dueRulesUnder,
  gaugingUnder,
  habitRulesUnder,
  houseRules,
  windowRulesUnder,
  type HouseAim,
  type HouseRules,
} from './rules.ts';
export { windowsUnder, type Windows } from './windows.ts';
