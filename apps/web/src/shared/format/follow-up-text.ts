import type { FollowUpDto } from '../api/index.ts';
import { dayText } from './time.ts';

/** The work, its part, the person and the due day. */
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
