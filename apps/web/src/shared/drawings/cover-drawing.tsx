import { crossPattern } from '@sturdy-shim/core';
import './cover-drawing.css';

interface CoverDrawingProps {
  readonly screws: { readonly count: number; readonly long: readonly number[]; readonly order: readonly number[] };
}

const SIZE = 190;
const RING = 68;

/** The cover from outside: its screws in their places, each with its number in the tightening order, long ones ringed. */
export function CoverDrawing({ screws: { count, long, order } }: CoverDrawingProps) {
  if (!Number.isInteger(count) || count < 1 || count > 40) return null;
  const ring = crossPattern(count).map(({ at, step }, index) => ({
    place: index + 1,
    at,
    step: order.length === count ? order.indexOf(index + 1) + 1 : step,
    long: long.includes(index + 1),
  }));
  const inOrder = ring.toSorted((a, b) => a.step - b.step).map(({ place }) => place);
  const radius = count > 12 ? 11 : 14;
  return (
    <figure className="cover-drawing">
      <svg
        viewBox={`0 0 ${SIZE} ${SIZE}`}
        width={SIZE}
        height={SIZE}
        role="img"
        aria-label={`${count} cover screws; tighten places ${inOrder.join(', ')}${long.length > 0 ? `; long ones at ${long.join(', ')}` : ''}`}
      >
        <rect x={46} y={46} width={SIZE - 92} height={SIZE - 92} rx={20} className="cover-face" />
        <text x={SIZE / 2} y={SIZE / 2 + 5} textAnchor="middle" className="cover-word">
          cover
        </text>
        {ring.map(({ place, at, step, long: isLong }) => {
          const angle = 2 * Math.PI * at;
          const [x, y] = [SIZE / 2 + RING * Math.sin(angle), SIZE / 2 - RING * Math.cos(angle)];
          return (
            <g key={place}>
              {isLong && <circle cx={x} cy={y} r={radius + 4} className="cover-long" />}
              <circle cx={x} cy={y} r={radius} className="cover-screw" />
              <text x={x} y={y + 5} textAnchor="middle" className="cover-step">
                {step}
              </text>
            </g>
          );
        })}
      </svg>
      <figcaption>
        Snug them round, then to torque, in this order{order.length === 0 ? ' (crosswise)' : ''}.
        {long.length > 0 && long.length < count && ' Long screws have a second ring.'}
      </figcaption>
    </figure>
  );
}
