export { ShopRulesModule } from './shop-rules.module.ts';
export { PreviewRulesDto, ShopRulesDto } from './shop-rules.dto.ts';
export { ShopRulesEntity } from './shop-rules.entity.ts';
export { ShopRulesService } from './shop-rules.service.ts';
export { type RuleBook, ruleBook, rulesHeld } from './rule-book.ts';
export { ShopRulesChanged, ShopRulesProposed } from './shop-rules.events.ts';
