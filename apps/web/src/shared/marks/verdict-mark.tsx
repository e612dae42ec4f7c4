import type { VerdictDto } from '../api/index.ts';
import './verdict-mark.css';

const SHAPES: Record<VerdictDto['state'], React.ReactNode> = {
  // A pinch: the two sides press in.
  tight: <path d="M0,1L8,6L0,11ZM18,1L10,6L18,11Z" />,
  // The two sides stand apart.
  loose: <path d="M8,1L0,6L8,11ZM10,1L18,6L10,11Z" />,
  // A bar between two edges.
  inside: <path d="M1,1V11M17,1V11M5,6H13" fill="none" strokeWidth="2.6" />,
  undecided: <rect x="1" y="1" width="16" height="10" className="mark-hatched" />,
  // A bare scale: measured without a window.
  measured: <path d="M1,9H17M3,9V3M9,9V3M15,9V3" fill="none" strokeWidth="2" />,
  'not-comparable': <path d="M1,1H17V11H1ZM1,11L17,1" fill="none" strokeWidth="2" />,
};

/** The shape of a verdict, always shown with its words. */
export const VerdictMark = ({ state }: { readonly state: VerdictDto['state'] }) => (
  <svg className={`verdict-mark verdict-${state}`} viewBox="0 0 18 12" width="18" height="12" aria-hidden="true">
    {SHAPES[state]}
  </svg>
);
