export { nearEdge } from './near-edge.ts';
export {
  DEFAULT_SHOP_RULES,
  dueRulesUnder,
  gaugingUnder,
  habitRulesUnder,
  shopRules,
  windowRulesUnder,
  type ShopTarget,
  type ShopRules,
} from './rules.ts';
export { DEFAULT_DO_NOT_RUN, DO_NOT_RUN, mustNotRun, type DoNotRun } from './do-not-run.ts';
export { windowsUnder, type Windows } from './windows.ts';
