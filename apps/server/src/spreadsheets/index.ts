export { defused, undefused, wouldRun } from './defuse.ts';
