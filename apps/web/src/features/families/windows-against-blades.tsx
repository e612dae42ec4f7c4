import { type BladeChoice, type ShopRules, adviseSet, gaugingUnder, mm, rulesFromFacts } from '@sturdy-shim/core';
import type { BladeSetDto, FamilyDto, WindowDto } from '../../shared/api/index.ts';
import { bladesText, gapText, rangeText } from '../../shared/format/index.ts';
import { GapStrip } from '../../shared/marks/index.ts';
import { useShopUnit } from '../../shared/preferences/index.ts';

const BASIS = {
  published: '',
  'shop tolerance': 'one number in the source; the shop sets the width',
  'shop upper bound': 'the source gives only the minimum; the shop sets the maximum',
} as const;

/** Each window as a strip with the blades of each set below it, and the power of that set. */
export function WindowsAgainstBlades({
  windows,
  rules,
  sets,
}: {
  readonly rules: FamilyDto['rules'];
  readonly windows: NonNullable<FamilyDto['windows']>;
  readonly sets: readonly BladeSetDto[];
}) {
  const reach = Math.max(windows.intake.maxMm, windows.exhaust.maxMm) * 1.6;
  return (
    <div className="windows-strips">
      {(['intake', 'exhaust'] as const).map((kind) => (
        <OneWindow
          key={kind}
          kind={kind}
          window={windows[kind]}
          rules={rulesFromFacts(rules)}
          sets={sets}
          reach={reach}
        />
      ))}
    </div>
  );
}

function OneWindow({
  kind,
  window,
  rules,
  sets,
  reach,
}: {
  readonly rules: ShopRules;
  readonly kind: 'intake' | 'exhaust';
  readonly window: WindowDto;
  readonly sets: readonly BladeSetDto[];
  readonly reach: number;
}) {
  const unit = useShopUnit();
  return (
    <div>
      <p className="window-title">
        <b>{kind === 'intake' ? 'Intake' : 'Exhaust'}</b>{' '}
        <span className="mono window-figure">{rangeText(window.minMm, window.maxMm, unit)}</span>{' '}
        <span className="muted">set to {gapText(window.targetMm, unit)}</span>
      </p>
      {window.targetOutsideReason !== undefined && (
        <p className="words-undecided">Set out of spec: {window.targetOutsideReason}</p>
      )}
      <GapStrip window={window} gap={null} state="undecided" reachMm={reach} size="bench" />
      {BASIS[window.basis] !== '' && <p className="muted">{BASIS[window.basis]}</p>}
      <ul className="set-advice">
        {sets.map((set) => (
          <li key={set.id}>
            <span className="muted">{set.name}:</span> {adviceWords(set, window, rules, unit)}
          </li>
        ))}
      </ul>
    </div>
  );
}

/** What a set can do for a window, in one line. */
function adviceWords(
  set: BladeSetDto,
  { minMm, maxMm, targetMm, basis, targetOutsideReason }: WindowDto,
  rules: ShopRules,
  unit: 'mm' | 'thou',
): string {
  const blades = set.blades
    .filter(({ out }) => out !== true)
    .map(({ printed, measuredMm }) => ({
      printed,
      ...(typeof measuredMm === 'number' && { measuredMm: mm(measuredMm) }),
    }));
  const window = {
    minMm: mm(minMm),
    maxMm: mm(maxMm),
    targetMm: mm(targetMm),
    basis,
    ...(targetOutsideReason !== undefined && { targetOutsideReason }),
  };
  const gauging = gaugingUnder(rules, set.toleranceMm === null ? null : mm(set.toleranceMm));
  const { setting, proving, provesAtTarget, toBuy } = adviseSet(blades, window, gauging, unit);
  // A blade is named by what is stamped on it: in a thou set 0.15 mm is the 6, not a 5.9.
  const words = ({ blades }: BladeChoice): string =>
    blades.every(({ printed }) => printed.unit === unit)
      ? `${bladesText(blades, unit)} ${unit}`
      : bladesText(blades, unit);
  const parts = [
    setting === null
      ? 'no blade to set with'
      : `set with ${words(setting)}${setting.provesAlone ? '' : ' (its drag alone does not prove it)'}`,
    proving === null ? null : `${words(proving.go)} goes free and ${words(proving.noGo)} won’t enter: in spec`,
    provesAtTarget ? null : toBuy === null ? 'cannot prove it' : `cannot prove it; buy ${toBuy.value} ${toBuy.unit}`,
  ];
  return parts.filter(Boolean).join('; ');
}
