import {
  type GapInterval,
  evaluate,
  gapDigits,
  isOutside,
  mm,
  rulesFromFacts,
  windowFromFacts,
} from '@sturdy-shim/core';
import { scaleLinear } from 'd3';
import { useWidth } from '../../shared/ui/index.ts';
import type { FamilyDto, GapDto, ValveCourseDto, WindowDto } from '../../shared/api/index.ts';
import { dayText, hoursText, knownGapText } from '../../shared/format/index.ts';
import { useShopUnit } from '../../shared/preferences/index.ts';

interface GapHistoryProps {
  readonly family: FamilyDto;
  /** Of every valve, from the unit's record. */
  readonly courses: readonly ValveCourseDto[];
  readonly hoursNow: number | null;
}

interface Point {
  readonly hours: number;
  readonly phase: 'found' | 'left';
  /** Verdict under the current spec and rules; `measured` without a spec. */
  readonly state: 'inside' | 'tight' | 'loose' | 'undecided' | 'measured';
  readonly loMm: number;
  readonly hiMm: number;
  readonly words: string;
}

const HEIGHT = 128;
const EDGE = { left: 44, right: 14, top: 12, bottom: 22 } as const;

/** Gap against run-hours, a chart a cylinder and kind: bars as found, rings as left, the window behind. */
export function GapHistory({ family, courses, hoursNow }: GapHistoryProps) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const unit = useShopUnit();
  const valves = courses.map((course) => ({ course, points: pointsOf(course, family) }));
  const points = valves.flatMap((each) => each.points);
  if (points.length === 0)
    return <p className="muted gap-history-empty">Each gap is shown against run-hours once a check is signed.</p>;
  const [from, to] = hoursSpan(points, hoursNow);
  const windows = valves.flatMap(({ course }) => family.windows?.[course.kind] ?? []);
  const reach: readonly [number, number] = [
    Math.max(0, Math.min(...points.map(({ loMm }) => loMm), ...windows.map(({ minMm }) => minMm)) - 0.03),
    Math.max(...points.map(({ hiMm }) => hiMm), ...windows.map(({ maxMm }) => maxMm)) + 0.03,
  ];
  const columns = width > 700 ? 2 : 1;
  const chartWidth = Math.floor((width - (columns - 1) * 20) / columns);
  return (
    <div ref={ref} className="gap-history" style={{ gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))` }}>
      {width > 0 &&
        valves.flatMap(({ course, points: own }) => {
          if (own.length === 0) return [];
          const name =
            family.cylinders > 1
              ? `Cylinder ${course.cylinder} ${course.kind}`
              : course.kind === 'intake'
                ? 'Intake'
                : 'Exhaust';
          return [
            <figure key={`${course.cylinder}${course.kind}${course.ordinal}`}>
              <figcaption>
                {name} <span className="muted">gap in {unit}</span>
              </figcaption>
              <GapChart
                name={name}
                points={own}
                window={family.windows?.[course.kind] ?? null}
                reach={reach}
                width={chartWidth}
                span={[from, to]}
                hoursNow={hoursNow}
              />
            </figure>,
          ];
        })}
    </div>
  );
}

interface GapChartProps {
  readonly name: string;
  readonly points: readonly Point[];
  readonly window: WindowDto | null;
  /** The range of the gap scale, common to all valves of the unit. */
  readonly reach: readonly [fromMm: number, toMm: number];
  readonly width: number;
  readonly span: readonly [number, number];
  readonly hoursNow: number | null;
}

function GapChart({ name, points, window, reach, width, span, hoursNow }: GapChartProps) {
  const unit = useShopUnit();
  const x = scaleLinear(span, [EDGE.left, width - EDGE.right]);
  const y = scaleLinear(reach, [HEIGHT - EDGE.bottom, EDGE.top]);
  const edges = window === null ? y.ticks(3) : [window.minMm, window.maxMm];
  return (
    <svg
      width={width}
      height={HEIGHT}
      role="img"
      aria-label={`${name}: ${points.map(({ words }) => words).join('; ')}`}
      className="gap-chart"
    >
      {window !== null && (
        <rect
          className="gap-window"
          x={EDGE.left}
          width={width - EDGE.left - EDGE.right}
          y={y(window.maxMm)}
          height={y(window.minMm) - y(window.maxMm)}
        />
      )}
      {edges.map((edge) => (
        <g key={edge}>
          {window !== null && <path className="gap-edge" d={`M${EDGE.left},${y(edge)}H${width - EDGE.right}`} />}
          <text className="chart-figure" x={EDGE.left - 6} y={y(edge) + 4} textAnchor="end">
            {gapDigits(mm(edge), unit)}
          </text>
        </g>
      ))}
      <path className="gap-base" d={`M${EDGE.left},${HEIGHT - EDGE.bottom}H${width - EDGE.right}`} />
      {x.ticks(4).map((tick) => (
        <text
          key={tick}
          className="chart-figure"
          x={x(tick)}
          y={HEIGHT - 6}
          textAnchor={x(tick) > width - 26 ? 'end' : 'middle'}
        >
          {tick} h
        </text>
      ))}
      <path className="chart-course" d={courseOf(points, x, y)} />
      {hoursNow !== null && (
        <g className="chart-now">
          <path d={`M${x(hoursNow)},${EDGE.top - 4}V${HEIGHT - EDGE.bottom}`} />
          <text x={x(hoursNow) - 4} y={EDGE.top + 4} textAnchor="end">
            now
          </text>
        </g>
      )}
      <Points points={points} x={x} y={y} />
    </svg>
  );
}

/** From each gap as left to the next as found: between them the engine ran. */
function courseOf(points: readonly Point[], x: (hours: number) => number, y: (mm: number) => number): string {
  let path = '';
  let from: Point | null = null;
  for (const point of points) {
    const middle = (point.loMm + point.hiMm) / 2;
    if (point.phase === 'found' && from !== null)
      path += `M${x(from.hours)},${y((from.loMm + from.hiMm) / 2)}L${x(point.hours)},${y(middle)}`;
    from = point;
  }
  return path;
}

/** Gaugings with known hours; an open end is drawn as far as it is known. */
export function pointsOf({ kind, stops }: ValveCourseDto, family: FamilyDto): Point[] {
  return stops.flatMap(({ hours, hoursEstimated, at, found, left }) => {
    if (hours === null) return [];
    const when = `${dayText(at)} at ${hoursEstimated ? 'about ' : ''}${hoursText(hours)}`;
    const point = (phase: Point['phase'], gap: GapDto | null | undefined): Point[] => {
      if (gap === null || gap === undefined) return [];
      const loMm = gap.loMeasured ? gap.lo.mm : Math.max(0, (gap.hi?.mm ?? 0) - 0.02);
      const hiMm = gap.hi?.mm ?? gap.lo.mm + 0.02;
      const words = `as ${phase} ${knownGapText(gap, 'mm')}, ${when}`;
      return [{ hours, phase, state: stateOf(gap, kind, family), loMm, hiMm, words }];
    };
    return [...point('found', found?.gap), ...point('left', left?.gap)];
  });
}

const gapFromDto = ({ lo, hi, loMeasured }: GapDto): GapInterval => ({
  lo: { ...lo, mm: mm(lo.mm) },
  hi: hi && { ...hi, mm: mm(hi.mm) },
  loMeasured,
});

/** The verdict under the current spec and rules; the verdict of the day is shown with the check. */
function stateOf(gap: GapDto, kind: ValveCourseDto['kind'], { windows, rules }: FamilyDto): Point['state'] {
  if (windows === null) return 'measured';
  const reading = { kind: 'interval', gap: gapFromDto(gap) } as const;
  const verdict = evaluate(reading, windowFromFacts(windows[kind]), rulesFromFacts(rules).decision);
  if (isOutside(verdict)) return verdict.state;
  return verdict.state === 'inside' ? 'inside' : 'undecided';
}

function hoursSpan(points: readonly Point[], hoursNow: number | null): [number, number] {
  const all = [...points.map(({ hours }) => hours), ...(hoursNow === null ? [] : [hoursNow])];
  const [least, most] = [Math.min(...all), Math.max(...all)];
  const margin = Math.max(2, (most - least) * 0.05);
  return [Math.max(0, least - margin), most + margin];
}

type Scale = ReturnType<typeof scaleLinear<number, number>>;

/** Bars as found, rings as left. */
const Points = ({ points, x, y }: { readonly points: readonly Point[]; readonly x: Scale; readonly y: Scale }) => (
  <>
    {points.map(({ hours, phase, state, loMm, hiMm, words }, index) => (
      <g key={index}>
        {phase === 'found' ? (
          <rect
            className={`gap-bar gap-bar-${state}`}
            x={x(hours) - 4}
            width={8}
            y={y(hiMm)}
            height={Math.max(5, y(loMm) - y(hiMm))}
          />
        ) : (
          <circle className={`chart-left chart-left-${state}`} cx={x(hours) + 6} cy={y((loMm + hiMm) / 2)} r={4.5} />
        )}
        <title>{words}</title>
      </g>
    ))}
  </>
);
