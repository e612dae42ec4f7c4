import { type ShopUnit, gapDigits, mm } from '@sturdy-shim/core';
import { scaleLinear } from 'd3';
import { useShopUnit } from '../preferences/index.ts';
import { gapText, knownGapText, otherUnit, rangeText } from '../format/index.ts';
import { useWidth } from '../ui/use-width.ts';
import type { GapDto, VerdictDto, WindowDto } from '../api/index.ts';
import './gap-strip.css';

/** A blade tried on this gap: a letter stands over its thickness. */
export interface BladeTick {
  readonly atMm: number;
  readonly letter: 'F' | 'S' | 'D' | 'H' | 'W';
}

interface GapStripProps {
  readonly window: WindowDto | null;
  readonly gap: GapDto | null;
  readonly state: VerdictDto['state'];
  readonly ticks?: readonly BladeTick[];
  /** Thicknesses marked along the scale; a plain scale when left out. */
  readonly scaleMm?: readonly number[];
  /** The end of the scale, shared by strips that are compared. */
  readonly reachMm?: number;
  readonly size?: 'row' | 'bench';
}

const SIZES = { row: { height: 24, base: 18, bar: 6 }, bench: { height: 74, base: 44, bar: 11 } } as const;

/**
 * A gap drawn to scale: zero as the thick stop at the left, the window as a pale band with two edges, the gap interval
 * as a solid bar. An open end of the bar is an arrow.
 */
export function GapStrip({ window, gap, state, ticks = [], scaleMm, reachMm, size = 'row' }: GapStripProps) {
  const unit = useShopUnit();
  const [ref, width] = useWidth<HTMLDivElement>();
  const { height, base, bar } = SIZES[size];
  const reach = reachMm ?? reachOf(window, gap);
  const x = scaleLinear([0, reach], [4, Math.max(5, width - 2)]).clamp(true);
  const words = stripWords(gap, window, unit);
  const other = window && rangeText(window.minMm, window.maxMm, otherUnit(unit));
  return (
    <div ref={ref} className={`gap-strip gap-strip-${size}`} title={other ? `Spec ${other}` : undefined}>
      {width > 0 && (
        <svg width={width} height={height} viewBox={`0 0 ${width} ${height}`} role="img" aria-label={words}>
          {window !== null && <SpecWindow window={window} x={x} base={base} />}
          <path className="gap-base" d={`M0,${base}H${width}`} />
          <path className="gap-stop" d={`M2,${base - 15}V${base}`} />
          {(scaleMm ?? plainScale(reach)).map((at) => (
            <path key={at} className="gap-tick" d={`M${x(at)},${base}v${size === 'row' ? 3 : 5}`} />
          ))}
          {size === 'bench' && <ScaleFigures at={scaleMm ?? plainScale(reach)} x={x} y={base + 18} />}
          {gap !== null && <GapBar gap={gap} state={state} x={x} y={base - bar - 3} height={bar} end={width} />}
          {size === 'bench' && gap !== null && window !== null && (
            <AmountOutside gap={gap} window={window} state={state} x={x} y={base - bar / 2 - 3} />
          )}
          {ticks.map(({ atMm, letter }, index) => (
            <g key={index} className={`gap-try gap-try-${letter}`} transform={`translate(${x(atMm)},0)`}>
              <text y={13} textAnchor="middle">
                {letter}
              </text>
              <path d={`M0,17V${base}`} />
            </g>
          ))}
          {size === 'bench' && <title>{`${words}: ${gapText(reach, unit)} across`}</title>}
        </svg>
      )}
    </div>
  );
}

/** The drawing in words, for screen readers. */
function stripWords(gap: GapDto | null, window: WindowDto | null, unit: ShopUnit): string {
  const known = gap === null ? 'gap not known' : `gap ${knownGapText(gap, unit)}`;
  return `${known}, ${window === null ? 'no spec' : `spec ${rangeText(window.minMm, window.maxMm, unit)}`}`;
}

interface SpecWindowProps {
  readonly window: WindowDto;
  readonly x: (mm: number) => number;
  readonly base: number;
}

const SpecWindow = ({ window: { minMm, maxMm }, x, base }: SpecWindowProps) => (
  <g>
    <rect className="gap-window" x={x(minMm)} width={x(maxMm) - x(minMm)} y={3} height={base - 3} />
    <path className="gap-edge" d={`M${x(minMm)},3V${base}M${x(maxMm)},3V${base}`} />
  </g>
);

interface BarProps {
  readonly gap: GapDto;
  readonly state: VerdictDto['state'];
  readonly x: (mm: number) => number;
  readonly y: number;
  readonly height: number;
  readonly end: number;
}

function GapBar({ gap: { lo, hi }, state, x, y, height, end }: BarProps) {
  const from = x(lo.mm);
  const to = hi === null ? end - 8 : Math.max(x(hi.mm), from + 3);
  const middle = y + height / 2;
  return (
    <g className={`gap-bar gap-bar-${state}`}>
      <rect x={from} y={y} width={Math.max(3, to - from)} height={height} />
      {hi === null && <path d={`M${to},${y - 2}L${end},${middle}L${to},${y + height + 2}Z`} />}
    </g>
  );
}

interface AmountProps {
  readonly gap: GapDto;
  readonly window: WindowDto;
  readonly state: VerdictDto['state'];
  readonly x: (mm: number) => number;
  readonly y: number;
}

/** The minimum distance outside: from the edge of the window to the near end of the gap. */
function AmountOutside({ gap: { lo, hi }, window: { minMm, maxMm }, state, x, y }: AmountProps) {
  const unit = useShopUnit();
  const [from, to] = state === 'tight' && hi !== null ? [hi.mm, minMm] : state === 'loose' ? [maxMm, lo.mm] : [0, 0];
  if (x(to) - x(from) < 4) return null;
  return (
    <g className={`gap-amount words-${state}`}>
      <path d={`M${x(from)},${y}H${x(to)}M${x(from)},${y - 4}v8M${x(to)},${y - 4}v8`} />
      {x(to) - x(from) > 30 && (
        <text x={(x(from) + x(to)) / 2} y={y - 6} textAnchor="middle">
          {gapDigits(mm(to - from), unit)}
        </text>
      )}
    </g>
  );
}

/** Figures under the scale, without overlaps. */
function ScaleFigures({
  at,
  x,
  y,
}: {
  readonly at: readonly number[];
  readonly x: (mm: number) => number;
  readonly y: number;
}) {
  const unit = useShopUnit();
  const clear = at.reduce<number[]>(
    (kept, each) => (x(each) - x(kept.at(-1) ?? -1) < 34 && kept.length > 0 ? kept : [...kept, each]),
    [],
  );
  return (
    <g className="gap-figures">
      {clear.map((each) => (
        <text key={each} x={x(each)} y={y} textAnchor="middle">
          {gapDigits(mm(each), unit)}
        </text>
      ))}
    </g>
  );
}

/** A scale end with some space to the right of the window and the gap. */
function reachOf(window: WindowDto | null, gap: GapDto | null): number {
  const most = Math.max(window?.maxMm ?? 0, gap?.hi?.mm ?? gap?.lo.mm ?? 0, 0.1);
  return most * 1.35;
}

const plainScale = (reach: number): number[] => {
  const step = reach > 0.5 ? 0.1 : 0.05;
  return Array.from({ length: Math.floor(reach / step) }, (_, index) => (index + 1) * step);
};
