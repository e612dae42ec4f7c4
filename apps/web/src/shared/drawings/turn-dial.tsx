import type { TurnAdvice } from '@sturdy-shim/core';
import { arc } from 'd3';
import './turn-dial.css';

/** The drawn arc, never a whole circle, so that its ends are visible. */
const radiansOf = (turns: number): number => Math.min(0.98, turns) * 2 * Math.PI;

/** A hexagon seen from above with the turn: the solid arc to the minimum, the pale one to the maximum. */
export function TurnDial({ advice, size = 84 }: { readonly advice: TurnAdvice; readonly size?: number }) {
  if (advice.kind !== 'turn') return null;
  const sign = advice.direction === 'clockwise' ? 1 : -1;
  const least = radiansOf(advice.leastTurns);
  const most = radiansOf(advice.maxTurns ?? advice.leastTurns);
  const ring = (from: number, to: number): string =>
    arc()({ innerRadius: 30, outerRadius: 38, startAngle: sign * from, endAngle: sign * to }) ?? '';
  const end = sign * Math.min(0.98, advice.turns) * 2 * Math.PI;
  const [x, y] = [34 * Math.sin(end), -34 * Math.cos(end)];
  return (
    <svg
      className="turn-dial"
      width={size}
      height={size}
      viewBox="-44 -44 88 88"
      role="img"
      aria-label={`Turn ${advice.direction} by ${Math.round(advice.degrees)} degrees`}
    >
      <circle r={34} className="turn-ring" />
      <path d="M0,-24L20.8,-12V12L0,24L-20.8,12V-12Z" className="turn-hex" />
      <path d={ring(0, least)} className="turn-least" />
      <path d={ring(least, most)} className="turn-most" />
      <path d="M0,-42V-26" className="turn-start" />
      <path
        d="M-6,-5L6,0L-6,5Z"
        className="turn-tip"
        transform={`translate(${x},${y}) rotate(${(end * 180) / Math.PI + (sign > 0 ? 0 : 180)})`}
      />
    </svg>
  );
}
