import { publishedText } from '@sturdy-shim/core';
import type { ClaimDto, FamilyDto, Position, RuleDto } from '../api/index.ts';

export const POSITION_WORDS: Record<Position, string> = {
  'compression-tdc': 'Compression top dead centre',
  'past-compression-tdc': 'A stated travel past compression top',
  'flywheel-mark': 'Flywheel or pulley mark, both rockers slack',
  'other-valve-open': 'The other valve fully open',
  'timing-pin': 'Timing pin',
  unconfirmed: 'Not confirmed',
};

export const ADJUSTER_WORDS: Record<FamilyDto['adjusterKind'], string> = {
  'screw-at-push-rod': 'Screw and lock nut at the push-rod end',
  'pivot-nut-inner-lock': 'Pivot nut with an inner lock screw',
  'pivot-nut-self-locking': 'Plain self-locking pivot nut',
  'screw-at-valve': 'Screw at the valve end',
  shims: 'Shims',
  'ground-stem': 'None: the stem is ground by a machine shop',
  hydraulic: 'Hydraulic: nothing to set',
};

export const SEAL_WORDS: Record<NonNullable<FamilyDto['sheet']['seal']>, string> = {
  renew: 'Renew it every time',
  'reuse-if-sound': 'Reuse it if sound',
  sealant: 'Sealant',
};

export const SOURCE_WORDS: Record<ClaimDto['source'], string> = {
  manual: 'Manual',
  'engine-label': 'Engine label',
  'makers-answer': 'Maker’s answer',
  dealer: 'Dealer',
  hearsay: 'Hearsay',
};

/** A rule in the unit and digits of its source: `0.13 to 0.18 mm`, `0.14 mm ± 0.03 mm`, `at least 0.10 mm, set to 0.15 mm`. */
export function ruleText({ kind, min, max, nominal, tolerance, setTo }: RuleDto): string {
  if (kind === 'range' && min && max) return `${publishedText(min)} to ${publishedText(max)}`;
  if (kind === 'nominal-tolerance' && nominal && tolerance)
    return `${publishedText(nominal)} ± ${publishedText(tolerance)}`;
  if (kind === 'nominal' && nominal) return `${publishedText(nominal)}, one number`;
  if (kind === 'at-least' && min && setTo) return `at least ${publishedText(min)}, set to ${publishedText(setTo)}`;
  throw new Error(`a rule without its parts: ${kind}`);
}
