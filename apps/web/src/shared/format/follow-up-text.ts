import type { FollowUpDto } from '../api/index.ts';
import { dayText } from './time.ts';

/** What is to be done, with which part, by whom, by when. */
export const followUpText = ({
  kind,
  what,
  part,
  who,
  by,
}: Pick<FollowUpDto, 'kind' | 'what' | 'part' | 'who' | 'by'>): string =>
  kind === 'prove-at-work'
    ? 'To be proven at work'
    : [what, part !== '' && `part: ${part}`, who, by !== null && `by ${dayText(by)}`].filter(Boolean).join(' · ');
