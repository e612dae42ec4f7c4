import { Link } from 'react-router';
import type { FamilyDto } from '../../../shared/api/index.ts';
import { RULE_NAMES, RULE_TITLES, type RuleName, ruleWords } from '../../../shared/shop-rules/index.ts';
import { useShopUnit } from '../../../shared/preferences/index.ts';

/** Rules of warnings and meters are not on the sheet. */
const OF_THE_METER: readonly RuleName[] = [
  'maxHoursPerDay',
  'timesHabit',
  'leadShare',
  'leadDays',
  'staleAfterDays',
  'staleOffSeasonDays',
  'workingSeason',
  'monthsInStorage',
];

/** The shop rules that affect this family, for its sheet. */
export function SheetRules({ family: { code, rules, windows } }: { readonly family: FamilyDto }) {
  const unit = useShopUnit();
  const bases = windows === null ? [] : [windows.intake.basis, windows.exhaust.basis];
  // A rule that completes a source is omitted if the source is complete.
  const bears = (name: RuleName): boolean =>
    name === 'toleranceMm'
      ? bases.includes('shop tolerance')
      : name === 'upperEdge'
        ? bases.includes('shop upper bound')
        : !OF_THE_METER.includes(name);
  return (
    <>
      <h2>Shop rules</h2>
      <ul className="sheet-rules">
        {RULE_NAMES.filter(bears).map((name) => (
          <li key={name}>
            <span className="muted">{RULE_TITLES[name]}:</span> {ruleWords(name, rules, unit)}
          </li>
        ))}
      </ul>
      <Link className="no-print" to={`/families/${encodeURIComponent(code)}/shop-rules`}>
        Rules for this family
      </Link>
    </>
  );
}
