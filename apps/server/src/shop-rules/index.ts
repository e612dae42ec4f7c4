export { ShopRulesModule } from './shop-rules.module.ts';
export { ShopRulesDto } from './shop-rules.dto.ts';
export { ShopRulesEntity } from './shop-rules.entity.ts';
export { ShopRulesService } from './shop-rules.service.ts';
export { StatusChangeDto } from './status-change.dto.ts';
export { type RuleBook, ruleBook, rulesHeld } from './rule-book.ts';
export { type StatusChange, RulesImpact } from './rules-impact.ts';
