import { expect, it } from '@jest/globals';
import fc from 'fast-check';
import type { LaneDto, PegDto } from '../../shared/api/index.ts';
import { layLane } from './lane-geometry.ts';

const lane = { name: 'Marl', family: null, intervalHours: 100, intervalDays: 365 };
const left = fc.option(fc.double({ min: -300, max: 150, noNaN: true }), { nil: null });
const peg = fc.record({
  hoursLeft: left,
  flag: fc.constantFrom<PegDto['flag']>(null, null, null, 'tight', 'loose'),
  state: fc.constantFrom<PegDto['state']>('ok', 'overdue', 'retired'),
});
const lanes = fc.array(peg, { maxLength: 120 }).map((pegs): LaneDto => ({
  ...lane,
  pegs: pegs.map((each, index) => ({ ...each, tag: `T-${index}`, kind: 'Pump', daysLeft: null, shareLeft: null })),
}));

it('places every unit once, past due left of the line, and no two marks over each other', () => {
  fc.assert(
    fc.property(lanes, fc.integer({ min: 300, max: 1600 }), (drawn, width) => {
      const { pegs, flags, lineX, base, height, unplaced } = layLane(drawn, 'hours', width);
      const shown = drawn.pegs.filter(({ state }) => state !== 'retired');
      expect(pegs.length + unplaced).toBe(shown.length);
      expect(new Set(pegs.map(({ peg: { tag } }) => tag)).size).toBe(pegs.length);
      for (const placed of pegs) {
        if ((placed.peg.hoursLeft ?? 0) > 0) expect(placed.x).toBeGreaterThan(lineX);
        else expect(placed.x + 7).toBeLessThan(lineX);
        expect(placed.y).toBeGreaterThanOrEqual(0);
        expect(placed.y + placed.height).toBeLessThanOrEqual(base);
      }
      const places = pegs.map(({ x, y }) => `${x.toFixed(1)}/${y.toFixed(2)}`);
      expect(new Set(places).size).toBe(places.length);
      for (const a of flags) {
        expect(a.left).toBeGreaterThanOrEqual(0);
        expect(a.y + 19).toBeLessThan(height);
        for (const b of flags)
          if (a !== b && a.y === b.y) expect(a.left + a.width <= b.left || b.left + b.width <= a.left).toBe(true);
      }
    }),
  );
});
