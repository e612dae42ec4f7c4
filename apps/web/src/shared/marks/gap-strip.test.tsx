import { afterAll, beforeAll, expect, it } from '@jest/globals';
import { screen } from '@testing-library/react';
import { draw } from '../../testing/render.tsx';
import { GapStrip } from './gap-strip.tsx';

const WIDTH = 400;
const original = Object.getOwnPropertyDescriptor(HTMLElement.prototype, 'clientWidth');
beforeAll(() => void Object.defineProperty(HTMLElement.prototype, 'clientWidth', { configurable: true, value: WIDTH }));
afterAll(() => void (original && Object.defineProperty(HTMLElement.prototype, 'clientWidth', original)));

const window = { minMm: 0.1, maxMm: 0.15, targetMm: 0.125, basis: 'published' as const };
const bound = (mm: number) => ({ mm, strict: true });

it('draws the spec and the gap to one scale, and says both in words', () => {
  const gap = { lo: bound(0.18), hi: bound(0.2), loMeasured: true };
  const { container } = draw(<GapStrip window={window} gap={gap} state="loose" reachMm={0.4} />);
  const label = screen.getByRole('img').getAttribute('aria-label')?.replaceAll('\u00a0', ' ');
  expect(label).toBe('gap 0.18–0.20 mm, spec 0.10–0.15 mm');
  const band = container.querySelector('.gap-window');
  const at = (name: string): number => Number(band?.getAttribute(name));
  const perMm = (WIDTH - 2 - 4) / 0.4;
  expect(at('x')).toBeCloseTo(4 + 0.1 * perMm, 6);
  expect(at('width')).toBeCloseTo(0.05 * perMm, 6);
});

it('states that nothing is known instead of drawing a gap', () => {
  const { container } = draw(<GapStrip window={null} gap={null} state="undecided" />);
  expect(screen.getByRole('img').getAttribute('aria-label')).toBe('gap not known, no spec');
  expect(container.querySelector('.gap-window')).toBeNull();
});
