export { FollowUpsPage } from './follow-ups-page.tsx';
