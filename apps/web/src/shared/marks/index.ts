export { CrankDrawing } from './crank-drawing.tsx';
export { GapStrip, type BladeTick } from './gap-strip.tsx';
export { KeepIn } from './keep-in.tsx';
export { Plate } from './plate.tsx';
export { TurnDial } from './turn-dial.tsx';
export { VerdictMark } from './verdict-mark.tsx';
export { CoverDrawing } from './cover-drawing.tsx';
