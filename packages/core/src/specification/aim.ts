import { mm, within, type Millimetres } from '../units/index.ts';

/** Where in the window a shop sets a gap. Schools differ (common practice, no source); the middle is the default. */
export type AimPolicy =
  | { readonly kind: 'middle' | 'tight-end' | 'loose-end' }
  /** 0 is the tight edge, 1 the loose one. */
  | { readonly kind: 'fraction'; readonly share: number }
  | { readonly kind: 'explicit'; readonly aimMm: Millimetres };

/** The aim that a policy gives for a window; null when it lies outside the window: that needs a written reason. */
export function aimIn(minMm: number, maxMm: number, policy: AimPolicy): Millimetres | null {
  const aim = policy.kind === 'explicit' ? policy.aimMm : minMm + (maxMm - minMm) * shareOf(policy);
  return within(aim, minMm, maxMm) ? mm(aim) : null;
}

function shareOf(policy: Exclude<AimPolicy, { kind: 'explicit' }>): number {
  switch (policy.kind) {
    case 'middle':
      return 0.5;
    case 'tight-end':
      return 0;
    case 'loose-end':
      return 1;
    case 'fraction':
      return policy.share;
  }
}
