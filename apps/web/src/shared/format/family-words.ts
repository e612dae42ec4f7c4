import { ruleText as coreRuleText } from '@sturdy-shim/core';
import type { SourceDto, FamilyDto, Position, RuleDto } from '../api/index.ts';

export const POSITION_WORDS: Record<Position, string> = {
  'compression-tdc': 'Compression top dead center',
  'past-compression-tdc': 'A stated travel past compression top',
  'flywheel-mark': 'Flywheel or pulley timing mark, both rockers slack',
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
  renew: 'Replace it every time',
  'reuse-if-sound': 'Reuse it if sound',
  sealant: 'Sealant',
};

export const SOURCE_WORDS: Record<SourceDto['kind'], string> = {
  manual: 'Manual',
  'engine-label': 'Engine label',
  'makers-answer': 'Maker’s answer',
  dealer: 'Dealer',
  hearsay: 'Hearsay',
};

/** A rule in the unit and digits of its source. The wire names its parts loosely; what it sends has those of its kind. */
export const ruleText = (rule: RuleDto): string => coreRuleText(rule);

/** What an engine burns, as it is said here. */
export const FUEL_WORDS = { petrol: 'gasoline', diesel: 'diesel', gas: 'propane or natural gas' } as const;
