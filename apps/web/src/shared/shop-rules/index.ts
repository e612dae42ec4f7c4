export { RULE_NAMES, RULE_TITLES, ruleWords, type RuleName } from './rule-words.ts';
