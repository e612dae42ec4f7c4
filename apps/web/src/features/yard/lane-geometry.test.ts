import { expect, it } from '@jest/globals';
import fc from 'fast-check';
import type { LaneDto, PegDto } from '../../shared/api/index.ts';
import { COLUMNS, columnAt, columnsOf, layDensity, partOf } from './density-geometry.ts';
import { layLane } from './lane-geometry.ts';

const lane = {
  name: 'Marl',
  family: null,
  intervalHours: 100,
  intervalDays: 365,
  counts: [],
  density: [],
  unplaced: 0,
  worst: [],
};
const left = fc.option(fc.double({ min: -300, max: 150, noNaN: true }), { nil: null });
const peg = fc.record({
  hoursLeft: left,
  flag: fc.constantFrom<PegDto['flag']>(null, null, null, 'tight', 'loose'),
  state: fc.constantFrom<PegDto['state']>('ok', 'overdue', 'retired', 'keep-in'),
});
const pegs = (most: number) =>
  fc.array(peg, { maxLength: most }).map((drawn) =>
    drawn.map((each, index): PegDto => ({
      ...each,
      tag: `T-${index}`,
      kind: 'Pump',
      daysLeft: null,
      shareLeft: null,
    })),
  );
const lanes = pegs(60).map((drawn): LaneDto => ({ ...lane, units: drawn.length, pegs: drawn }));
const widths = fc.integer({ min: 300, max: 1600 });

function expectApart(flags: readonly { readonly left: number; readonly width: number; readonly y: number }[]): void {
  for (const a of flags) {
    expect(a.left).toBeGreaterThanOrEqual(0);
    for (const b of flags)
      if (a !== b && a.y === b.y) expect(a.left + a.width <= b.left || b.left + b.width <= a.left).toBe(true);
  }
}

it('places every unit once, past due left of the line, no two marks over each other, and flags in two rows at most', () => {
  fc.assert(
    fc.property(lanes, widths, (drawn, width) => {
      const { pegs: placedPegs, flags, unflagged, lineX, base, height, unplaced } = layLane(drawn, 'hours', width);
      const shown = drawn.pegs.filter(({ state }) => state !== 'retired');
      expect(placedPegs.length + unplaced).toBe(shown.length);
      expect(new Set(placedPegs.map(({ peg: { tag } }) => tag)).size).toBe(placedPegs.length);
      for (const placed of placedPegs) {
        if ((placed.peg.hoursLeft ?? 0) > 0) expect(placed.x).toBeGreaterThan(lineX);
        else expect(placed.x + 7).toBeLessThan(lineX);
        expect(placed.y).toBeGreaterThanOrEqual(0);
        expect(placed.y + placed.height).toBeLessThanOrEqual(base);
      }
      const places = placedPegs.map(({ x, y }) => `${x.toFixed(1)}/${y.toFixed(2)}`);
      expect(new Set(places).size).toBe(places.length);
      expect(flags.length + unflagged).toBe(placedPegs.filter(({ peg: { state } }) => state === 'keep-in').length);
      expect(new Set(flags.map(({ y }) => y)).size).toBeLessThanOrEqual(2);
      for (const { y, left, width: wide } of flags) {
        expect(y + 19).toBeLessThan(height);
        // The count of units without a flag is at the right end of a lane that is wide enough.
        if (unflagged > 0 && width > 300) expect(left + wide).toBeLessThanOrEqual(width - 110);
      }
      expectApart(flags);
    }),
  );
});

const counted = fc.array(fc.nat(5000), { minLength: 1, maxLength: COLUMNS });
const dense = fc
  .record({ ok: counted, overdue: counted, from: fc.nat(COLUMNS), worst: pegs(12), keepIn: fc.nat(9000) })
  .map(({ ok, overdue, from, worst, keepIn }): LaneDto => ({
    ...lane,
    units: 10_000,
    pegs: [],
    counts: [{ state: 'keep-in', units: worst.length + keepIn }],
    density: [
      { state: 'ok', from: 0, units: ok },
      { state: 'overdue', from: Math.min(from, COLUMNS - overdue.length), units: overdue },
    ],
    worst,
  }));

it('draws any number of units within the same bounds, with one row of flags, and counts the flags that have no room', () => {
  fc.assert(
    fc.property(dense, widths, (drawn, width) => {
      const { bars, base, height, totals, flags, more, edges } = layDensity(drawn, 'hours', width);
      expect(height).toBe(97);
      expect(totals.reduce((sum, each) => sum + each, 0)).toBe(
        drawn.density.flatMap(({ units }) => units).reduce((sum, each) => sum + each, 0),
      );
      const heights = bars.flatMap(({ path }) => [...path.matchAll(/V([\d.]+)/g)].map(([, y]) => Number(y)));
      expect(Math.min(base, ...heights)).toBeGreaterThanOrEqual(27);
      expect(Math.max(0, ...heights)).toBeLessThanOrEqual(base);
      expect(new Set(flags.map(({ y }) => y)).size).toBeLessThanOrEqual(1);
      expectApart(flags);
      expect(flags.length + more.units).toBe(drawn.counts[0]?.units);
      for (const flag of flags) expect(flag.left + flag.width).toBeLessThanOrEqual(more.x + 92);
      for (const [column, edge] of edges.slice(0, -1).entries()) expect(columnAt({ edges }, edge + 0.1)).toBe(column);
    }),
  );
});

it('a selected part covers its columns', () => {
  const columns = fc
    .tuple(fc.nat(COLUMNS), fc.nat(COLUMNS))
    .filter(([a, b]) => a !== b)
    .map(([a, b]): [number, number] => [Math.min(a, b), Math.max(a, b)]);
  fc.assert(
    fc.property(columns, fc.double({ min: 0.5, max: 2000, noNaN: true }), ([first, behind], whole) => {
      expect(columnsOf(partOf(first, behind, whole), whole)).toEqual([first, behind]);
    }),
  );
});
