export { NewFollowUpDto } from './follow-up.dto.ts';
export { FollowUpEntity } from './follow-up.entity.ts';
export { FollowUpsModule } from './follow-ups.module.ts';
export { leaveFollowUps, openFollowUps, restoreFollowUps, withdrawFollowUps } from './of-check.ts';
