export { openText } from './open-work.ts';
export { type Reader, type SentReason, clearedBy, mailText, reasonText } from './reason-words.ts';
