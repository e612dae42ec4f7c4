import type { ReactNode } from 'react';

interface LaneGroundProps {
  readonly height: number;
  readonly base: number;
  readonly lineX: number;
  readonly ticks: readonly { readonly x: number; readonly words: string }[];
  readonly children: ReactNode;
}

/** The background of pegs and columns: past due area, due line, and quarters of the interval. */
export const LaneGround = ({ height, base, lineX, ticks, children }: LaneGroundProps) => (
  <>
    {lineX > 0 && <rect className="lane-past" x={0} y={0} width={lineX} height={height} />}
    {ticks.map(({ x, words }) => (
      <g key={words} className="lane-tick">
        <path d={`M${x},${base + 2}v5`} />
        <text x={x - 5} y={base + 15} textAnchor="end">
          {words}
        </text>
      </g>
    ))}
    {lineX > 0 && <path className="lane-line" d={`M${lineX},0V${height}`} />}
    {children}
  </>
);
