/** `5 days`, `1 day`, `3 months`: rounded as people say it. */
export function spanText(days: number): string {
  const whole = Math.max(0, Math.round(days));
  if (whole < 1) return 'less than a day';
  if (whole < 60) return `${whole} day${whole === 1 ? '' : 's'}`;
  return `${Math.round(whole / 30.44)} months`;
}

/** Hours to the meter's last digit; without it from 20 up when `rough`. */
export const hoursText = (hours: number, rough = false): string =>
  `${rough && Math.abs(hours) >= 20 ? Math.round(hours) : hours.toFixed(1)}\u00a0h`;
