import { MM_PER_INCH, mm, type Millimetres } from '../units/index.ts';

/** A thread by its name, and how far one turn moves it. Right-handed. */
export interface Thread {
  readonly name: string;
  readonly pitchMm: Millimetres;
}

const metric = (name: string, pitch: number): Thread => ({ name, pitchMm: mm(pitch) });
const inch = (name: string, threadsPerInch: number): Thread => ({ name, pitchMm: mm(MM_PER_INCH / threadsPerInch) });

/** Threads that adjusters of small engines have. Pitches of ISO 261 and ASME B1.1 series, from memory. */
export const THREADS: readonly Thread[] = [
  metric('M5 × 0.8', 0.8),
  metric('M5 × 0.5', 0.5),
  metric('M6 × 1', 1),
  metric('M6 × 0.75', 0.75),
  metric('M7 × 0.75', 0.75),
  metric('M8 × 1', 1),
  metric('M8 × 1.25', 1.25),
  metric('M10 × 1', 1),
  inch('No. 10-32', 32),
  inch('1/4-28', 28),
  inch('1/4-20', 20),
  inch('5/16-24', 24),
  inch('5/16-18', 18),
];
