import { useWidth } from '../../shared/ui/index.ts';
import type { LaneDto } from '../../shared/api/index.ts';
import { Lane } from './lane.tsx';
import { laneGeometry, LABEL_WIDTH } from './lane-geometry.ts';
import type { Axis, YardFilter } from './yard-filter.ts';

interface RunLineProps {
  readonly lanes: readonly LaneDto[];
  readonly axis: Axis;
  readonly filter: YardFilter;
}

export const LEFT_WORDS: Record<Axis, string> = {
  hours: 'hours left',
  days: 'days left',
  share: 'of the interval left',
};

/**
 * One lane per family, site or kind and one peg per unit, placed by the remaining interval. Left of the line is
 * overdue.
 */
export function RunLine({ lanes, axis, filter }: RunLineProps) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const line = laneGeometry(width).lineX;
  return (
    <section ref={ref} className="run-line" aria-label="Run line: one peg a unit">
      {width > 0 && (
        <>
          <div className="run-line-head" style={{ gridTemplateColumns: `${LABEL_WIDTH + line - 8}px 1fr` }}>
            <span>overdue</span>
            <span>{LEFT_WORDS[axis]} →</span>
          </div>
          {lanes.map((lane) => (
            <Lane key={lane.name} lane={lane} axis={axis} width={width - LABEL_WIDTH} filter={filter} />
          ))}
        </>
      )}
    </section>
  );
}
