import type { ShopRules } from '@sturdy-shim/core';
import type { ShopRulesDto } from '../shared/api/index.ts';

/** Rules of the core as the wire has them, for tests that say nothing of a widest gap or a season. */
export const wireRules = ({ atMostMm: _most, workingSeason: _season, ...rules }: ShopRules): ShopRulesDto => ({
  ...rules,
  upperEdge: { kind: 'mirror' },
  workingSeason: { kind: 'all-year' },
  stepsOff: [...rules.stepsOff] as ShopRulesDto['stepsOff'],
  doNotRun: [...rules.doNotRun] as ShopRulesDto['doNotRun'],
});
