import { useEffect, useRef, type KeyboardEvent, type PointerEvent, type RefObject } from 'react';

interface CrankWheelProps {
  /** Crank angle in the cycle of 720. */
  readonly degrees: number;
  /** The position in words, for screen readers. */
  readonly words: string;
  readonly ready: boolean;
  /** 1 if the engine runs clockwise in the drawing, −1 otherwise. */
  readonly direction: 1 | -1;
  /** Degrees in the running direction; negative is backward. */
  readonly turn: (by: number) => void;
}

const RADIUS = 78;
const KEYS: Readonly<Record<string, number>> = {
  ArrowRight: 3,
  ArrowUp: 3,
  ArrowLeft: -3,
  ArrowDown: -3,
  PageUp: 30,
  PageDown: -30,
};

/** Turns the flywheel by dragging, scrolling or keys, forward only. */
export function CrankWheel({ degrees, words, ready, direction, turn }: CrankWheelProps) {
  const wheel = useRef<SVGSVGElement>(null);
  const held = useRef<number | null>(null);
  useScroll(wheel, turn);
  const drag = (event: PointerEvent<SVGSVGElement>): void => {
    if (held.current === null) return;
    const angle = angleOf(event);
    const moved = ((angle - held.current + 540) % 360) - 180;
    held.current = angle;
    if (Math.abs(moved) > 0.2) turn(moved * direction);
  };
  const press = (event: KeyboardEvent): void => {
    const by = KEYS[event.key];
    if (by === undefined) return;
    event.preventDefault();
    // The arrows would also lead to the next step.
    event.nativeEvent.stopImmediatePropagation();
    turn(by);
  };
  return (
    <svg
      ref={wheel}
      className={`crank-wheel${ready ? ' ready' : ''}`}
      viewBox="-110 -110 220 220"
      width="220"
      height="220"
      role="slider"
      tabIndex={0}
      aria-label="Turn the crank"
      aria-valuemin={0}
      aria-valuemax={720}
      aria-valuenow={Math.round(degrees)}
      aria-valuetext={words}
      onKeyDown={press}
      onPointerDown={(event) => {
        held.current = angleOf(event);
        event.currentTarget.setPointerCapture(event.pointerId);
      }}
      onPointerMove={drag}
      onPointerUp={() => (held.current = null)}
      onPointerCancel={() => (held.current = null)}
    >
      <Wheel shown={direction * degrees} direction={direction} />
    </svg>
  );
}

/** The flywheel with its mark, the crank, and the running direction. */
function Wheel({ shown, direction }: { readonly shown: number; readonly direction: 1 | -1 }) {
  const radians = (shown * Math.PI) / 180;
  const [x, y] = [Math.sin(radians) * 34, -Math.cos(radians) * 34];
  return (
    <>
      <path className="wheel-pointer" d="M-8,-106H8L0,-92Z" />
      <g transform={`rotate(${shown})`}>
        <circle r={RADIUS} className="wheel-rim" />
        {Array.from({ length: 12 }, (_, index) => (
          <path key={index} className="wheel-fin" d="M0,-66V-76" transform={`rotate(${index * 30})`} />
        ))}
        <path className="wheel-mark" d="M-6,-90H6L0,-80Z" />
      </g>
      <path className="wheel-arm" d={`M0,0L${x},${y}`} />
      <circle cx={x} cy={y} r="8" className="wheel-pin" />
      <circle r="9" className="wheel-pin" />
      <path
        className="wheel-arrow"
        d={direction === 1 ? 'M62,-74A97,97 0 0 1 92,-30' : 'M-62,-74A97,97 0 0 0 -92,-30'}
        markerEnd="url(#wheel-way)"
      />
      <defs>
        <marker id="wheel-way" viewBox="0 0 10 10" refX="6" refY="5" markerWidth="7" markerHeight="7" orient="auto">
          <path d="M0,0L10,5L0,10Z" />
        </marker>
      </defs>
    </>
  );
}

function useScroll(wheel: RefObject<SVGSVGElement | null>, turn: (by: number) => void): void {
  useEffect(() => {
    const element = wheel.current;
    const scroll = (event: WheelEvent): void => {
      event.preventDefault();
      turn(Math.sign(event.deltaY) * 4);
    };
    // A native listener, because React's wheel listener is passive and the page would scroll.
    element?.addEventListener('wheel', scroll, { passive: false });
    return () => element?.removeEventListener('wheel', scroll);
  }, [wheel, turn]);
}

/** Angle of the pointer around the center of the wheel, in degrees. */
function angleOf(event: PointerEvent<SVGSVGElement>): number {
  const box = event.currentTarget.getBoundingClientRect();
  const [x, y] = [event.clientX - box.left - box.width / 2, event.clientY - box.top - box.height / 2];
  return (Math.atan2(y, x) * 180) / Math.PI;
}
