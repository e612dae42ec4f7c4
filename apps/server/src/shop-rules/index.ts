export { ShopRulesModule } from './shop-rules.module.ts';
export { PreviewRulesDto, ShopRulesDto } from './shop-rules.dto.ts';
export { ShopRulesEntity } from './shop-rules.entity.ts';
export { ShopRulesService } from './shop-rules.service.ts';
export { type RuleBook, ruleBook, rulesHeld } from './rule-book.ts';
export { ShopRulesChanged } from './shop-rules.events.ts';
export type { RulesCheck } from './rules-check.ts';
