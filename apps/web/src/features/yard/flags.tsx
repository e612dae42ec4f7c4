import { Link } from 'react-router';
import type { PegDto } from '../../shared/api/index.ts';
import type { PlacedFlag } from './lane-geometry.ts';

const MARKS = {
  tight: 'M0,1L8,6L0,11ZM18,1L10,6L18,11Z',
  loose: 'M8,1L0,6L8,11ZM10,1L18,6L10,11Z',
  none: 'M1,2H17V10H1Z',
} as const;

/** Flags of units that must stay in: tight, loose, or not finished. */
export const Flags = ({
  flags,
  foot,
  dim,
}: {
  readonly flags: readonly PlacedFlag[];
  /** The lower end of the poles. */
  readonly foot: number;
  readonly dim: (peg: PegDto) => string;
}) => (
  <>
    {flags.map(({ peg, x, y }) => (
      <path key={peg.tag} className={`flag-pole flag-${peg.flag ?? 'none'}${dim(peg)}`} d={`M${x},${y}V${foot}`} />
    ))}
    {flags.map(({ peg, left, y, width }) => (
      <Link
        key={peg.tag}
        to={`/units/${encodeURIComponent(peg.tag)}`}
        tabIndex={-1}
        aria-hidden="true"
        className={`flag flag-${peg.flag ?? 'none'}${dim(peg)}`}
      >
        <rect x={left} y={y} width={width} height={19} />
        <path
          className="flag-mark"
          transform={`translate(${left + 7},${y + 4.5}) scale(0.9)`}
          d={MARKS[peg.flag ?? 'none']}
        />
        <text x={left + 28} y={y + 14}>
          {peg.tag}
        </text>
      </Link>
    ))}
  </>
);
