import { extent, line, scaleLinear } from 'd3';
import type { ReadPointDto } from '../../shared/api/index.ts';

const WIDTH = 120;
const HEIGHT = 34;
const EDGE = 4;

/** How the hours went up of late, without figures: a meter that stands still or jumps is seen at a glance. */
export function RecentHours({ points }: { readonly points: readonly ReadPointDto[] }) {
  if (points.length < 2) return <span className="recent-hours" />;
  const at = points.map((point) => ({ time: Date.parse(point.at), hours: point.hours }));
  const [firstTime = 0, lastTime = 1] = extent(at, ({ time }) => time);
  const [least = 0, most = 1] = extent(at, ({ hours }) => hours);
  const x = scaleLinear([firstTime, lastTime], [EDGE, WIDTH - EDGE]);
  const y = scaleLinear([least, Math.max(most, least + 1)], [HEIGHT - EDGE, EDGE]);
  const path = line<(typeof at)[number]>(
    ({ time }) => x(time),
    ({ hours }) => y(hours),
  )(at);
  const last = at.at(-1);
  return (
    <svg className="recent-hours" width={WIDTH} height={HEIGHT} aria-hidden="true">
      <path d={path ?? ''} />
      {last && <circle cx={x(last.time)} cy={y(last.hours)} r={3} />}
    </svg>
  );
}
