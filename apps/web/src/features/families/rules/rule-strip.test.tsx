import { afterAll, beforeAll, expect, it } from '@jest/globals';
import { DEFAULT_SHOP_RULES } from '@sturdy-shim/core';
import { screen } from '@testing-library/react';
import { wireRules } from '../../../testing/default-rules.ts';
import { draw } from '../../../testing/render.tsx';
import { type RulesDraft } from './rules-draft.ts';
import { RuleStrip } from './rule-strip.tsx';

const original = Object.getOwnPropertyDescriptor(HTMLElement.prototype, 'clientWidth');
beforeAll(() => void Object.defineProperty(HTMLElement.prototype, 'clientWidth', { configurable: true, value: 300 }));
afterAll(() => void (original && Object.defineProperty(HTMLElement.prototype, 'clientWidth', original)));

const inherited = { ...wireRules(DEFAULT_SHOP_RULES), toleranceMm: 0.02 };
const words = (toleranceMm: string): string | null => {
  draw(<RuleStrip name="toleranceMm" draft={{ toleranceMm } as RulesDraft} inherited={inherited} />);
  return screen.queryAllByRole('img').at(-1)?.getAttribute('aria-label') ?? null;
};

it('draws the inherited tolerance until another one is typed, and nothing for invalid text', () => {
  expect(words('')).toMatch(/spec 0\.13–0\.17/);
  expect(words('0.05')).toMatch(/spec 0\.10–0\.20/);
  // Text that is not a figure yet draws the inherited value.
  expect(words('0,0x')).toMatch(/spec 0\.13–0\.17/);
  const before = screen.queryAllByRole('img').length;
  draw(<RuleStrip name="leadDays" draft={{ leadDays: '5' } as RulesDraft} inherited={inherited} />);
  draw(<RuleStrip name="toleranceMm" draft={{ toleranceMm: '0.4' } as RulesDraft} inherited={inherited} />);
  expect(screen.queryAllByRole('img')).toHaveLength(before);
});
