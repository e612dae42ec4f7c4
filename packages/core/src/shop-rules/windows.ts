import { windowOf, type Rule, type RuleRefusal, type ValveKind, type Window } from '../specification/index.ts';
import { mm, within, type Millimetres } from '../units/index.ts';
import { windowRulesUnder, type ShopRules } from './rules.ts';

export type Windows = Readonly<Record<ValveKind, Window>>;

/**
 * Reads what a source says of both kinds of valve under the shop rules. A single number for both is used if both
 * windows allow it, or if the shop has stated a reason; otherwise, and if the source states what to set, each valve
 * keeps its own target.
 */
export function windowsUnder(
  source: Readonly<Record<ValveKind, Rule>>,
  rules: ShopRules,
):
  | { readonly ok: true; readonly windows: Windows }
  | { readonly ok: false; readonly refusal: RuleRefusal; readonly kind: ValveKind } {
  const shop = windowRulesUnder(rules);
  const intake = windowOf(source.intake, shop);
  if (!intake.ok) return { ok: false, refusal: intake.refusal, kind: 'intake' };
  const exhaust = windowOf(source.exhaust, shop);
  if (!exhaust.ok) return { ok: false, refusal: exhaust.refusal, kind: 'exhaust' };
  const windows: Windows = { intake: intake.window, exhaust: exhaust.window };
  if (rules.target.kind !== 'one-for-both') return { ok: true, windows };
  const { targetMm: wished, outsideReason } = rules.target;
  const targetMm = oneForBoth(windows, wished);
  const targeted = (kind: ValveKind): Window => {
    const window = windows[kind];
    if (source[kind].kind === 'at-least') return window;
    if (targetMm !== null) return { ...window, targetMm };
    if (wished === null || outsideReason === undefined) return window;
    const inside = within(wished, window.minMm, window.maxMm);
    return { ...window, targetMm: wished, ...(!inside && { targetOutsideReason: outsideReason }) };
  };
  return { ok: true, windows: { intake: targeted('intake'), exhaust: targeted('exhaust') } };
}

/** The common target of both valves: the configured one, or the middle of the range that both windows allow. */
function oneForBoth({ intake, exhaust }: Windows, wished: Millimetres | null): Millimetres | null {
  const lo = Math.max(intake.minMm, exhaust.minMm);
  const hi = Math.min(intake.maxMm, exhaust.maxMm);
  const target = wished ?? (lo + hi) / 2;
  return within(target, lo, hi) ? mm(target) : null;
}
