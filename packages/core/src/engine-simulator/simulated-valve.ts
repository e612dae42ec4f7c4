import { gapPerTurn, type Adjuster } from '../adjustment/index.ts';
import { bladeThickness, type Blade, type Feel } from '../gauging/index.ts';
import { atMost, mm, type Millimetres } from '../units/index.ts';
import type { Seeded } from './seeded.ts';

/** How a simulated hand and its blades differ from perfect ones. All in mm. Invented; stated with every result. */
export interface Imperfections {
  /** A blade truly drags while the gap is within this of its true thickness. */
  readonly dragHalfWidthMm: number;
  /** Standard deviation of what the hand feels, at each try. */
  readonly feelNoiseMm: number;
  /** Every blade's true thickness is its nominal one plus an error within ± this. */
  readonly bladeToleranceMm: number;
  /** Whether the errors of blades lie anywhere in the tolerance, or all at one edge of it. */
  readonly bladesAt: 'anywhere' | 'thin-edge' | 'thick-edge';
  /** By how much locking reduces the gap: mean and standard deviation. */
  readonly lockShiftMm: number;
  readonly lockSpreadMm: number;
  /** Relative error with which a hand turns. */
  readonly turnError: number;
  /** How the hand grades a drag: not at all; hard or slack by halves; or ungraded in the middle third. */
  readonly grades?: 'never' | 'by-halves' | 'by-thirds';
}

/** A valve with a hidden gap, to be gauged and set like a real one. Its data is simulated. */
export class SimulatedValve {
  readonly simulated = true;
  private readonly errors: Map<number, number>;
  /** By how much the tight lock reduces the gap; null before it was first loosened. */
  private lockTakesMm: number | null = null;

  constructor(
    private gapMm: Millimetres,
    private readonly imperfections: Imperfections,
    private readonly chance: Seeded,
    /** True thickness minus nominal one, of blades whose error is given, by their nominal thickness in mm. */
    given: ReadonlyMap<number, number> = new Map(),
  ) {
    this.errors = new Map(given);
  }

  /** For studies only: the hidden gap. */
  get hiddenGapMm(): Millimetres {
    return this.gapMm;
  }

  try(blades: readonly Blade[]): Feel {
    const { dragHalfWidthMm, feelNoiseMm, grades = 'never' } = this.imperfections;
    const thickness = blades.reduce((sum, blade) => sum + bladeThickness(blade) + this.errorOf(blade), 0);
    const felt = feelNoiseMm === 0 ? this.gapMm : this.gapMm + this.chance.normal(0, feelNoiseMm);
    const over = felt - thickness;
    if (!atMost(Math.abs(over), dragHalfWidthMm)) return over > 0 ? 'free' : 'wont';
    if (grades === 'never' || (grades === 'by-thirds' && Math.abs(over) < dragHalfWidthMm / 3)) return 'drags';
    return over > 0 ? 'slack' : 'hard';
  }

  /** Gives it another gap. */
  setTo(gapMm: Millimetres): void {
    this.gapMm = gapMm;
  }

  /** Loosens the lock, which undoes its shift, turns the adjuster (positive closes), and locks it again. */
  turnAndLock(turns: number, adjuster: Adjuster): void {
    this.loosenAndTurn(turns, adjuster);
    this.lock();
  }

  /** Loosens the lock and turns the adjuster (positive closes). */
  loosenAndTurn(turns: number, adjuster: Adjuster): void {
    const turned = turns * gapPerTurn(adjuster) * (1 + this.chance.normal(0, this.imperfections.turnError));
    this.gapMm = mm(Math.max(0, this.gapMm + (this.lockTakesMm ?? this.drawLock()) - turned));
    this.lockTakesMm = 0;
  }

  /** Locks the adjuster; a tight lock changes nothing. */
  lock(): void {
    if (this.lockTakesMm !== 0) return;
    const before = this.gapMm;
    this.gapMm = mm(Math.max(0, before - this.drawLock()));
    this.lockTakesMm = before - this.gapMm;
  }

  private drawLock(): number {
    return this.chance.normal(this.imperfections.lockShiftMm, this.imperfections.lockSpreadMm);
  }

  /** A blade keeps its error. */
  private errorOf(blade: Blade): number {
    const { bladeToleranceMm, bladesAt } = this.imperfections;
    if (bladeToleranceMm === 0 && this.errors.size === 0) return 0;
    const nominal = bladeThickness(blade);
    const known = this.errors.get(nominal);
    if (known !== undefined) return known;
    const error =
      bladesAt === 'anywhere'
        ? this.chance.between(-bladeToleranceMm, bladeToleranceMm)
        : bladesAt === 'thin-edge'
          ? -bladeToleranceMm
          : bladeToleranceMm;
    this.errors.set(nominal, error);
    return error;
  }
}
