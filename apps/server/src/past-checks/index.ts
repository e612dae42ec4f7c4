export { type Entered, type ReadPastCheck, pastCheckRows } from './past-check-row.ts';
export { PastChecksModule } from './past-checks.module.ts';
export { unreadableGap } from './refusals.ts';
