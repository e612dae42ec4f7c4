import { scaleLinear } from 'd3';

interface RangeProps {
  readonly lastHours: number | null;
  readonly expectedLo: number | null;
  readonly expectedHi: number | null;
  /** The typed figure, or today's reading; null without either. */
  readonly hours: number | null;
}

const WIDTH = 132;
const HEIGHT = 34;
const EDGE = 6;
const BASE = 24;

/** The expected range of the meter since the last reading, and the position of the typed figure. */
export function ExpectedRange({ lastHours, expectedLo, expectedHi, hours }: RangeProps) {
  if (lastHours === null || expectedLo === null || expectedHi === null) return <span className="expected-range" />;
  const room = Math.max(5, expectedHi - expectedLo);
  const x = scaleLinear([lastHours - room / 2, expectedHi + room], [EDGE, WIDTH - EDGE]).clamp(true);
  const fits = hours !== null && hours >= lastHours - 0.1 && hours <= expectedHi + room;
  return (
    <svg className="expected-range" width={WIDTH} height={HEIGHT} aria-hidden="true">
      <path className="range-base" d={`M${EDGE},${BASE}H${WIDTH - EDGE}`} />
      <rect
        className="range-band"
        x={x(expectedLo)}
        width={Math.max(3, x(expectedHi) - x(expectedLo))}
        y={BASE - 12}
        height={12}
      />
      <path className="range-last" d={`M${x(lastHours)},${BASE - 12}v16`} />
      {hours !== null && (
        <path className={fits ? 'range-typed' : 'range-typed odd'} d={`M${x(hours)},${BASE - 2}l-6,-12h12z`} />
      )}
    </svg>
  );
}
