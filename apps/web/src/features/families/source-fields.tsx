import { TEXT_LIMITS } from '../../shared/api/index.ts';
import { Input, Select } from 'antd';
import type { SourceDto, FamilyDto, NewSourceDto } from '../../shared/api/index.ts';
import { SOURCE_WORDS, today } from '../../shared/format/index.ts';
import { type ShopUnit, publishedMm } from '@sturdy-shim/core';
import { DayField } from '../../shared/ui/index.ts';
import { RuleFields } from './rule-fields.tsx';
import { EMPTY_RULE, type TypedRule, ruleOf } from './typed-rule.ts';

/** A source as it is being typed. */
export interface TypedSource {
  readonly kind: SourceDto['kind'];
  readonly saidBy: string;
  readonly saidOn: string;
  readonly note: string;
  readonly intake: TypedRule;
  readonly exhaust: TypedRule;
}

/** @param unit in which the shop reads gaps: a figure without a unit is typed in it */
export const emptySource = (unit: ShopUnit): TypedSource => ({
  kind: 'manual',
  saidBy: '',
  saidOn: today(),
  note: '',
  intake: { ...EMPTY_RULE, unit },
  exhaust: { ...EMPTY_RULE, unit },
});

/** For the wire; null while something is missing. */
export function sourceOf(id: string, { intake, exhaust, ...source }: TypedSource): NewSourceDto | null {
  const rules = { intake: ruleOf(intake), exhaust: ruleOf(exhaust) };
  if (rules.intake === null || rules.exhaust === null || source.saidBy.trim() === '') return null;
  return { id, ...source, intake: rules.intake, exhaust: rules.exhaust };
}

/** The gap that a typed rule is about, in mm; it ranks what a figure of the other valve could mean. */
function middleOf(typed: TypedRule): number | undefined {
  const rule = ruleOf(typed);
  if (rule === null) return undefined;
  if (rule.kind === 'range') return (publishedMm(rule.min) + publishedMm(rule.max)) / 2;
  return publishedMm(rule.kind === 'at-least' ? rule.setTo : rule.nominal);
}

interface SourceFieldsProps {
  readonly source: TypedSource;
  readonly change: (source: TypedSource) => void;
  readonly fields: Readonly<Record<string, string>>;
  readonly at: string;
  readonly fuel: FamilyDto['sheet']['fuel'];
}

/** Who says what about the gaps: source, date, rules. */
export function SourceFields({ source, change, fields, at, fuel }: SourceFieldsProps) {
  const set = (next: Partial<TypedSource>): void => change({ ...source, ...next });
  return (
    <div className="source-fields">
      <div className="source-row">
        <div>
          <label htmlFor="source-source">Source</label>
          <Select
            id="source-source"
            aria-label="Source"
            value={source.kind}
            onChange={(kind: SourceDto['kind']) => set({ kind })}
            options={Object.entries(SOURCE_WORDS).map(([value, label]) => ({
              value: value as SourceDto['kind'],
              label,
            }))}
          />
        </div>
        <div>
          <label htmlFor="source-by">Which book, which person</label>
          <Input
            id="source-by"
            maxLength={TEXT_LIMITS.NewSourceDto.saidBy}
            value={source.saidBy}
            onChange={({ target }) => set({ saidBy: target.value })}
          />
        </div>
        <div>
          <label htmlFor="source-on">Dated</label>
          <DayField id="source-on" value={source.saidOn} change={(saidOn) => set({ saidOn })} />
        </div>
      </div>
      <RuleFields
        name="Intake"
        rule={source.intake}
        change={(intake) => set({ intake })}
        wrong={fields[`${at}intake`]}
        otherValveMm={middleOf(source.exhaust)}
        fuel={fuel}
      />
      <RuleFields
        name="Exhaust"
        rule={source.exhaust}
        change={(exhaust) => set({ exhaust })}
        wrong={fields[`${at}exhaust`]}
        otherValveMm={middleOf(source.intake)}
        fuel={fuel}
      />
      <label htmlFor="source-note">Page, and what else to know</label>
      <Input
        id="source-note"
        maxLength={TEXT_LIMITS.NewSourceDto.note}
        value={source.note}
        onChange={({ target }) => set({ note: target.value })}
      />
    </div>
  );
}
