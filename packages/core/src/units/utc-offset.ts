/** No clock on Earth is set further from UTC than this: 12 h behind, 14 h ahead (IANA time zone database). */
const BEHIND_MINUTES = 12 * 60;
const AHEAD_MINUTES = 14 * 60;

/**
 * The offset at the end of a moment, in minutes ahead of UTC: `Z`, `+05:30`, `-0700` (RFC 3339; letters in either case).
 * @returns null for what is no offset, or further from UTC than any clock
 */
export function utcOffsetMinutes(text: string): number | null {
  if (/^z$/i.test(text)) return 0;
  const [, sign, hours = '', minutes = ''] = /^([+-])(\d{2}):?(\d{2})$/.exec(text) ?? [];
  if (sign === undefined || Number(minutes) > 59) return null;
  const offset = (sign === '-' ? -1 : 1) * (Number(hours) * 60 + Number(minutes));
  return offset >= -BEHIND_MINUTES && offset <= AHEAD_MINUTES ? offset : null;
}
