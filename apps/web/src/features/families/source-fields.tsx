import { TEXT_LIMITS } from '../../shared/api/index.ts';
import { Form, Input, Select } from 'antd';
import type { SourceDto, FamilyDto, NewSourceDto } from '../../shared/api/index.ts';
import { SOURCE_WORDS, today } from '../../shared/format/index.ts';
import { entriesOf, type ShopUnit, publishedMm } from '@sturdy-shim/core';
import { BOUND_DAY, DayField, ShopField } from '../../shared/ui/index.ts';
import { BOUND_RULE, RuleFields } from './rule-fields.tsx';
import { EMPTY_RULE, type TypedRule, ruleOf } from './typed-rule.ts';

/** The form values of a source. */
export interface TypedSource {
  readonly kind: SourceDto['kind'];
  readonly saidBy: string;
  readonly saidOn: string;
  readonly note: string;
  readonly intake: TypedRule;
  readonly exhaust: TypedRule;
}

/** @param unit gap unit of the shop, used for figures without a unit */
export const emptySource = (unit: ShopUnit): TypedSource => ({
  kind: 'manual',
  saidBy: '',
  saidOn: today(),
  note: '',
  intake: { ...EMPTY_RULE, unit },
  exhaust: { ...EMPTY_RULE, unit },
});

/** The source as a DTO; null if incomplete. */
export function sourceOf(id: string, { intake, exhaust, ...source }: TypedSource): NewSourceDto | null {
  const rules = { intake: ruleOf(intake), exhaust: ruleOf(exhaust) };
  if (rules.intake === null || rules.exhaust === null || source.saidBy.trim() === '') return null;
  return { id, ...source, intake: rules.intake, exhaust: rules.exhaust };
}

/** The gap of a typed rule in mm, which ranks the interpretations of the other valve's figure. */
function middleOf(typed: TypedRule): number | undefined {
  const rule = ruleOf(typed);
  if (rule === null) return undefined;
  if (rule.kind === 'range') return (publishedMm(rule.min) + publishedMm(rule.max)) / 2;
  return publishedMm(rule.kind === 'at-least' ? rule.setTo : rule.nominal);
}

/** Missing values of a typed source by field; empty if complete. */
export function missingOf({ saidBy, intake, exhaust }: TypedSource): Record<string, string> {
  return {
    ...(saidBy.trim() === '' && { saidBy: 'Name the book or the person.' }),
    ...(ruleOf(intake) === null && { intake: 'Give every figure of the intake.' }),
    ...(ruleOf(exhaust) === null && { exhaust: 'Give every figure of the exhaust.' }),
  };
}

interface SourceFieldsProps {
  /** The form path of the source; empty if it is the whole form. */
  readonly at: readonly string[];
  readonly fuel: FamilyDto['sheet']['fuel'];
}

const VALVES = [
  ['Intake', 'intake', 'exhaust'],
  ['Exhaust', 'exhaust', 'intake'],
] as const;

/** The fields of a source: name, date, rules. */
export function SourceFields({ at, fuel }: SourceFieldsProps) {
  const form = Form.useFormInstance();
  const typed: unknown = Form.useWatch([...at], { form, preserve: true });
  const others = typed as Partial<TypedSource> | undefined;
  return (
    <div className="source-fields">
      <div className="source-row">
        <ShopField name={[...at, 'kind']} label="Source">
          <Select aria-label="Source" options={entriesOf(SOURCE_WORDS).map(([value, label]) => ({ value, label }))} />
        </ShopField>
        <ShopField name={[...at, 'saidBy']} label="Which book, which person">
          <Input maxLength={TEXT_LIMITS.NewSourceDto.saidBy} />
        </ShopField>
        <ShopField name={[...at, 'saidOn']} label="Dated" trigger="change">
          <DayField {...BOUND_DAY} />
        </ShopField>
      </div>
      {VALVES.map(([name, valve, other]) => (
        <ShopField key={valve} name={[...at, valve]} valuePropName="rule" trigger="change">
          <RuleFields
            {...BOUND_RULE}
            name={name}
            otherValveMm={others?.[other] && middleOf(others[other])}
            fuel={fuel}
          />
        </ShopField>
      ))}
      <ShopField name={[...at, 'note']} label="Page, and what else to know">
        <Input maxLength={TEXT_LIMITS.NewSourceDto.note} />
      </ShopField>
    </div>
  );
}
