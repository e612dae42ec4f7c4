export { GapStrip, type BladeTick } from './gap-strip.tsx';
export { KeepIn } from './keep-in.tsx';
export { Plate } from './plate.tsx';
export { VerdictMark } from './verdict-mark.tsx';
export { StateMark } from './state-mark.tsx';
