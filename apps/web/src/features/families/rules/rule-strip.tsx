import type { ShopRulesDto } from '../../../shared/api/index.ts';
import { readFigure } from '../../../shared/format/index.ts';
import { GapStrip } from '../../../shared/marks/index.ts';
import type { RuleName } from '../../../shared/shop-rules/index.ts';
import type { RulesDraft } from './rules-draft.ts';

/** An invented example gap for the strips. */
const EXAMPLE_MM = 0.15;
const REACH_MM = 0.3;

interface RuleStripProps {
  readonly name: RuleName;
  readonly draft: RulesDraft;
  readonly inherited: ShopRulesDto;
}

/** The effect of a rule in millimeters, drawn to scale for an example gap; nothing for other rules. */
export function RuleStrip({ name, draft, inherited }: RuleStripProps) {
  if (name !== 'feelHalfWidthMm' && name !== 'toleranceMm') return null;
  const typed = readFigure(draft[name]);
  const half = draft[name].trim() !== '' && typed.ok ? typed.value : inherited[name];
  if (half <= 0 || half >= EXAMPLE_MM) return null;
  const [from, to] = [EXAMPLE_MM - half, EXAMPLE_MM + half];
  return name === 'feelHalfWidthMm' ? (
    <figure className="rule-strip">
      <GapStrip
        window={null}
        gap={{ lo: { mm: from, strict: false }, hi: { mm: to, strict: false }, loMeasured: true }}
        state="undecided"
        scaleMm={[EXAMPLE_MM]}
        reachMm={REACH_MM}
      />
      <figcaption>The 0.15 blade drags: the gap is in the bar.</figcaption>
    </figure>
  ) : (
    <figure className="rule-strip">
      <GapStrip
        window={{ minMm: from, maxMm: to, targetMm: EXAMPLE_MM, basis: 'shop tolerance' }}
        gap={null}
        state="undecided"
        reachMm={REACH_MM}
      />
      <figcaption>A source says 0.15 and no more: the pale band is in spec.</figcaption>
    </figure>
  );
}
