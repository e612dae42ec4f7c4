export { HouseModule } from './house.module.ts';
export { HouseRulesDto } from './house-rules.dto.ts';
export { HouseRulesEntity } from './house-rules.entity.ts';
export { HouseService } from './house.service.ts';
export { RestandingDto } from './restanding.dto.ts';
export { type RuleBook, ruleBook, rulesHeld } from './rule-book.ts';
export { type Restanding, RulesReach } from './rules-reach.ts';
export { rulesDto } from './wire.ts';
