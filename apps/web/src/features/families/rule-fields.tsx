import { Input, Select } from 'antd';
import { publishedText, slipOf } from '@sturdy-shim/core';
import type { PublishedLengthDto, RuleDto } from '../../shared/api/index.ts';

type Unit = PublishedLengthDto['unit'];
type Part = 'min' | 'max' | 'nominal' | 'tolerance' | 'setTo';

/** A rule as it is being typed. */
export interface TypedRule {
  readonly kind: RuleDto['kind'];
  readonly unit: Unit;
  readonly figures: Readonly<Partial<Record<Part, string>>>;
}
export const EMPTY_RULE: TypedRule = { kind: 'range', unit: 'mm', figures: {} };

const KINDS: Readonly<
  Record<RuleDto['kind'], { readonly label: string; readonly parts: readonly (readonly [Part, string])[] }>
> = {
  range: {
    label: 'from … to',
    parts: [
      ['min', 'from'],
      ['max', 'to'],
    ],
  },
  'nominal-tolerance': {
    label: 'figure ± tolerance',
    parts: [
      ['nominal', 'figure'],
      ['tolerance', '±'],
    ],
  },
  nominal: { label: 'one number', parts: [['nominal', 'figure']] },
  'at-least': {
    label: 'at least, set to',
    parts: [
      ['min', 'at least'],
      ['setTo', 'set to'],
    ],
  },
};

const numberOf = (text: string | undefined): number | null => {
  const value = Number((text ?? '').trim());
  return (text ?? '').trim() === '' || !Number.isFinite(value) || value < 0 ? null : value;
};

/** The rule for the wire; null while a part is missing or is no number. */
export function ruleOf({ kind, unit, figures }: TypedRule): RuleDto | null {
  const parts = KINDS[kind].parts.map(([part]) => [part, numberOf(figures[part])] as const);
  if (parts.some(([, value]) => value === null)) return null;
  return { kind, ...Object.fromEntries(parts.map(([part, value]) => [part, { value, unit }])) } as RuleDto;
}

/** A figure that is probably not what the source says, with what was likely meant. */
function slipIn({
  kind,
  unit,
  figures,
}: TypedRule): { readonly part: Part; readonly words: string; readonly likely: PublishedLengthDto | null } | null {
  for (const [part] of KINDS[kind].parts) {
    const value = numberOf(figures[part]);
    if (value === null || part === 'tolerance') continue;
    const slip = slipOf({ value, unit });
    if (slip !== null)
      return {
        part,
        likely: slip.likely,
        words:
          slip.likely === null
            ? `${publishedText({ value, unit })} is no valve gap.`
            : `${publishedText({ value, unit })} is no valve gap. Did you mean ${publishedText(slip.likely)}?`,
      };
  }
  return null;
}

interface RuleFieldsProps {
  readonly name: 'Intake' | 'Exhaust';
  readonly rule: TypedRule;
  readonly change: (rule: TypedRule) => void;
  readonly wrong: string | undefined;
}

/** What a source says of one kind of valve, with its own unit and digits; slips are asked about at once. */
export function RuleFields({ name, rule, change, wrong }: RuleFieldsProps) {
  const slip = slipIn(rule);
  return (
    <fieldset className="rule-fields">
      <legend>{name}</legend>
      <div className="rule-row">
        <Select
          aria-label={`${name}: how the source says it`}
          value={rule.kind}
          onChange={(kind: RuleDto['kind']) => change({ ...rule, kind })}
          options={Object.entries(KINDS).map(([value, { label }]) => ({ value: value as RuleDto['kind'], label }))}
        />
        {KINDS[rule.kind].parts.map(([part, label]) => (
          <Input
            key={part}
            aria-label={`${name} ${label}`}
            className="mono"
            prefix={<span className="muted">{label}</span>}
            inputMode="decimal"
            value={rule.figures[part] ?? ''}
            status={slip?.part === part ? 'warning' : ''}
            onChange={({ target }) => change({ ...rule, figures: { ...rule.figures, [part]: target.value } })}
          />
        ))}
        <Select
          aria-label={`${name}: unit`}
          value={rule.unit}
          onChange={(unit: Unit) => change({ ...rule, unit })}
          options={(['mm', 'thou', 'in'] as const).map((value) => ({ value, label: value }))}
        />
      </div>
      {slip !== null && (
        <p className="field-wrong" role="alert">
          {slip.words}{' '}
          {slip.likely !== null && (
            <button
              type="button"
              className="as-link"
              onClick={() =>
                slip.likely &&
                change({
                  ...rule,
                  unit: slip.likely.unit,
                  figures: { ...rule.figures, [slip.part]: String(slip.likely.value) },
                })
              }
            >
              Take that
            </button>
          )}
        </p>
      )}
      {wrong !== undefined && <p className="field-wrong">{wrong}</p>}
    </fieldset>
  );
}
