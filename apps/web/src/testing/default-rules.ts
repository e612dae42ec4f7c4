import type { ShopRules } from '@sturdy-shim/core';
import type { ShopRulesDto } from '../shared/api/index.ts';

/** The core's default rules as a DTO, for tests. */
export const wireRules = ({ atMostMm: _most, workingSeason: _season, ...rules }: ShopRules): ShopRulesDto => ({
  ...rules,
  upperEdge: { kind: 'mirror' },
  workingSeason: { kind: 'all-year' },
  stepsOff: [...rules.stepsOff] as ShopRulesDto['stepsOff'],
  doNotRun: [...rules.doNotRun] as ShopRulesDto['doNotRun'],
});
