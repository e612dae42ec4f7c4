export { NewFollowUpDto } from './follow-up.dto.ts';
export { FollowUpEntity } from './follow-up.entity.ts';
export { FollowUpsModule } from './follow-ups.module.ts';
export { OPEN_FOLLOW_UPS, leaveFollowUps, leaveOpen, restoreFollowUps, withdrawFollowUps } from './of-check.ts';
