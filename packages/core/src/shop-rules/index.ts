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
export { windowsUnder, type Windows } from './windows.ts';
