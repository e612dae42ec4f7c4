import { mm, within, type Millimetres } from '../units/index.ts';

/** Where in the window a shop sets a gap. Schools differ (common practice, no source); the middle is the default. */
export type TargetPolicy =
  | { readonly kind: 'middle' | 'tight-end' | 'loose-end' }
  /** 0 is the tight edge, 1 the loose one. */
  | { readonly kind: 'fraction'; readonly share: number }
  | { readonly kind: 'explicit'; readonly targetMm: Millimetres };

/** The target that a policy gives for a window; null when it lies outside the window, which needs a stated reason. */
export function targetIn(minMm: number, maxMm: number, policy: TargetPolicy): Millimetres | null {
  const target = policy.kind === 'explicit' ? policy.targetMm : minMm + (maxMm - minMm) * shareOf(policy);
  return within(target, minMm, maxMm) ? mm(target) : null;
}

function shareOf(policy: Exclude<TargetPolicy, { kind: 'explicit' }>): number {
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
