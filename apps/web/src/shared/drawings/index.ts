export { CrankDrawing } from './crank-drawing.tsx';
export { TurnDial } from './turn-dial.tsx';
export { ValveLayout } from './valve-layout.tsx';
export { CoverDrawing } from './cover-drawing.tsx';
