import { Input, Select } from 'antd';
import type { ClaimDto, FamilyDto, NewClaimDto } from '../../shared/api/index.ts';
import { SOURCE_WORDS, today } from '../../shared/format/index.ts';
import { type Rule, publishedMm } from '@sturdy-shim/core';
import { RuleFields } from './rule-fields.tsx';
import { EMPTY_RULE, type TypedRule, ruleOf } from './typed-rule.ts';

/** A claim as it is being typed. */
export interface TypedClaim {
  readonly source: ClaimDto['source'];
  readonly claimedBy: string;
  readonly claimedOn: string;
  readonly note: string;
  readonly intake: TypedRule;
  readonly exhaust: TypedRule;
}

export const emptyClaim = (): TypedClaim => ({
  source: 'manual',
  claimedBy: '',
  claimedOn: today(),
  note: '',
  intake: EMPTY_RULE,
  exhaust: EMPTY_RULE,
});

/** For the wire; null while something is missing. */
export function claimOf(id: string, { intake, exhaust, ...claim }: TypedClaim): NewClaimDto | null {
  const rules = { intake: ruleOf(intake), exhaust: ruleOf(exhaust) };
  if (rules.intake === null || rules.exhaust === null || claim.claimedBy.trim() === '') return null;
  return { id, ...claim, intake: rules.intake, exhaust: rules.exhaust };
}

/** The gap that a typed rule is about, in mm; it ranks what a figure of the other valve could mean. */
function middleOf(typed: TypedRule): number | undefined {
  const rule = ruleOf(typed) as Rule | null;
  if (rule === null) return undefined;
  if (rule.kind === 'range') return (publishedMm(rule.min) + publishedMm(rule.max)) / 2;
  return publishedMm(rule.kind === 'at-least' ? rule.setTo : rule.nominal);
}

interface ClaimFieldsProps {
  readonly claim: TypedClaim;
  readonly change: (claim: TypedClaim) => void;
  readonly fields: Readonly<Record<string, string>>;
  readonly at: string;
  readonly fuel: FamilyDto['sheet']['fuel'];
}

/** Who says what about the gaps: source, date, rules. */
export function ClaimFields({ claim, change, fields, at, fuel }: ClaimFieldsProps) {
  const set = (next: Partial<TypedClaim>): void => change({ ...claim, ...next });
  return (
    <div className="claim-fields">
      <div className="claim-row">
        <div>
          <label htmlFor="claim-source">Source</label>
          <Select
            id="claim-source"
            aria-label="Source"
            value={claim.source}
            onChange={(source: ClaimDto['source']) => set({ source })}
            options={Object.entries(SOURCE_WORDS).map(([value, label]) => ({
              value: value as ClaimDto['source'],
              label,
            }))}
          />
        </div>
        <div>
          <label htmlFor="claim-by">Which book, which person</label>
          <Input
            id="claim-by"
            maxLength={80}
            value={claim.claimedBy}
            onChange={({ target }) => set({ claimedBy: target.value })}
          />
        </div>
        <div>
          <label htmlFor="claim-on">Of</label>
          <Input
            id="claim-on"
            type="date"
            value={claim.claimedOn}
            onChange={({ target }) => set({ claimedOn: target.value })}
          />
        </div>
      </div>
      <RuleFields
        name="Intake"
        rule={claim.intake}
        change={(intake) => set({ intake })}
        wrong={fields[`${at}intake`]}
        otherValveMm={middleOf(claim.exhaust)}
        fuel={fuel}
      />
      <RuleFields
        name="Exhaust"
        rule={claim.exhaust}
        change={(exhaust) => set({ exhaust })}
        wrong={fields[`${at}exhaust`]}
        otherValveMm={middleOf(claim.intake)}
        fuel={fuel}
      />
      <label htmlFor="claim-note">Page, and what else to know</label>
      <Input
        id="claim-note"
        maxLength={300}
        value={claim.note}
        onChange={({ target }) => set({ note: target.value })}
      />
    </div>
  );
}
