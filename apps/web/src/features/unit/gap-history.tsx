import { gapDigits, mm } from '@sturdy-shim/core';
import { scaleLinear } from 'd3';
import { useWidth } from '../../shared/ui/index.ts';
import type { CheckDto, FamilyDto, FindingDto } from '../../shared/api/index.ts';
import { dayText, hoursText, knownGapText } from '../../shared/format/index.ts';
import { useShopUnit } from '../../shared/preferences/index.ts';

interface GapHistoryProps {
  readonly family: FamilyDto;
  readonly checks: readonly CheckDto[];
  readonly hoursNow: number | null;
}

interface Point {
  readonly hours: number;
  readonly finding: FindingDto;
  readonly loMm: number;
  readonly hiMm: number;
  readonly words: string;
}

const HEIGHT = 128;
const EDGE = { left: 44, right: 14, top: 12, bottom: 22 } as const;

/** Gap against run-hours, a chart a cylinder and kind: bars as found, rings as left, the window behind. */
export function GapHistory({ family, checks, hoursNow }: GapHistoryProps) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const unit = useShopUnit();
  const points = checks.filter(({ struck }) => !struck).flatMap((check) => pointsOf(check));
  if (points.length === 0)
    return <p className="muted gap-history-empty">Each gap is shown against run-hours once a check is signed.</p>;
  const [from, to] = hoursSpan(points, hoursNow);
  const valves = [...new Map(points.map(({ finding }) => [keyOf(finding), finding])).values()].toSorted(
    (a, b) => a.cylinder - b.cylinder || b.kind.localeCompare(a.kind) || a.ordinal - b.ordinal,
  );
  const columns = width > 700 ? 2 : 1;
  const chartWidth = Math.floor((width - (columns - 1) * 20) / columns);
  return (
    <div ref={ref} className="gap-history" style={{ gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))` }}>
      {width > 0 &&
        valves.map((valve) => {
          const own = points
            .filter(({ finding }) => keyOf(finding) === keyOf(valve))
            .toSorted((a, b) => a.hours - b.hours);
          const name =
            family.cylinders > 1
              ? `Cylinder ${valve.cylinder} ${valve.kind}`
              : valve.kind === 'intake'
                ? 'Intake'
                : 'Exhaust';
          return (
            <figure key={keyOf(valve)}>
              <figcaption>
                {name} <span className="muted">gap in {unit}</span>
              </figcaption>
              <GapChart
                name={name}
                points={own}
                family={family}
                width={chartWidth}
                span={[from, to]}
                hoursNow={hoursNow}
              />
            </figure>
          );
        })}
    </div>
  );
}

interface GapChartProps {
  readonly name: string;
  readonly points: readonly Point[];
  readonly family: FamilyDto;
  readonly width: number;
  readonly span: readonly [number, number];
  readonly hoursNow: number | null;
}

function GapChart({ name, points, family, width, span, hoursNow }: GapChartProps) {
  const unit = useShopUnit();
  const window =
    points.findLast(({ finding }) => finding.window !== null)?.finding.window ??
    family.windows?.[points[0]?.finding.kind ?? 'intake'] ??
    null;
  const tops = [...points.map(({ hiMm }) => hiMm), window?.maxMm ?? 0];
  const bottoms = [...points.map(({ loMm }) => loMm), window?.minMm ?? Infinity];
  const x = scaleLinear(span, [EDGE.left, width - EDGE.right]);
  const y = scaleLinear(
    [Math.max(0, Math.min(...bottoms) - 0.03), Math.max(...tops) + 0.03],
    [HEIGHT - EDGE.bottom, EDGE.top],
  );
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
      {points.map(({ hours, finding, loMm, hiMm, words }, index) => (
        <g key={index}>
          {finding.phase === 'found' ? (
            <rect
              className={`gap-bar gap-bar-${finding.verdict.state}`}
              x={x(hours) - 4}
              width={8}
              y={y(hiMm)}
              height={Math.max(5, y(loMm) - y(hiMm))}
            />
          ) : (
            <circle
              className={`chart-left chart-left-${finding.verdict.state}`}
              cx={x(hours) + 6}
              cy={y((loMm + hiMm) / 2)}
              r={4.5}
            />
          )}
          <title>{words}</title>
        </g>
      ))}
    </svg>
  );
}

/** From each gap as left to the next as found: between them the engine ran. */
function courseOf(points: readonly Point[], x: (hours: number) => number, y: (mm: number) => number): string {
  let path = '';
  let from: Point | null = null;
  for (const point of points) {
    const middle = (point.loMm + point.hiMm) / 2;
    if (point.finding.phase === 'found' && from !== null)
      path += `M${x(from.hours)},${y((from.loMm + from.hiMm) / 2)}L${x(point.hours)},${y(middle)}`;
    from = point;
  }
  return path;
}

/** Only what blades bounded on both sides can be drawn at a place; an open end is drawn as far as it is known. */
function pointsOf({ hoursAt, performedAt, findings }: CheckDto): Point[] {
  if (hoursAt === null || performedAt === null) return [];
  return findings.flatMap((finding) => {
    const { gap } = finding;
    if (gap === null) return [];
    const loMm = gap.loMeasured ? gap.lo.mm : Math.max(0, (gap.hi?.mm ?? 0) - 0.02);
    const hiMm = gap.hi?.mm ?? gap.lo.mm + 0.02;
    const when = `${dayText(performedAt)} at ${hoursText(hoursAt)}`;
    return [{ hours: hoursAt, finding, loMm, hiMm, words: `as ${finding.phase} ${knownGapText(gap, 'mm')}, ${when}` }];
  });
}

const keyOf = ({ cylinder, kind, ordinal }: FindingDto): string => `${cylinder}${kind}${ordinal}`;

function hoursSpan(points: readonly Point[], hoursNow: number | null): [number, number] {
  const all = [...points.map(({ hours }) => hours), ...(hoursNow === null ? [] : [hoursNow])];
  const [least, most] = [Math.min(...all), Math.max(...all)];
  const margin = Math.max(2, (most - least) * 0.05);
  return [Math.max(0, least - margin), most + margin];
}
