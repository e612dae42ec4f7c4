import { expect, it, jest } from '@jest/globals';
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { BladeSetDto, Feel } from '../../../shared/api/index.ts';
import { draw } from '../../../testing/render.tsx';
import type { Laid } from '../draft/laid.ts';
import { BladeRack } from './blade-rack.tsx';

const set: BladeSetDto = {
  id: 'a',
  name: 'Set 1',
  checkedOn: '2026-01-02',
  checkDueOn: null,
  checkPastDue: true,
  toleranceMm: null,
  shape: 'straight',
  active: true,
  version: 1,
  blades: [0.1, 0.15, 0.2].map((value) => ({ printed: { value, unit: 'mm' }, out: false })),
};
const say = jest.fn<(feel: Feel) => void>();
const sayOf = jest.fn<(place: number, feel: Feel) => void>();
const rack = (laid: Laid, undo: (() => void) | null = null) => (
  <BladeRack
    sets={[set]}
    set={set}
    chooseSet={jest.fn()}
    laid={laid}
    pick={jest.fn()}
    felt={(blade) => (blade.printed.value === 0.1 ? 'free' : null)}
    say={say}
    sayOf={sayOf}
    undo={undo}
    next={{ kind: 'nothing-helps' }}
    bounding={null}
    isAdvised={({ printed }) => printed.value === 0.2}
    stack={jest.fn()}
    answer={null}
  />
);

it('shows the selection and the feel of each blade, and records a feel for the selection or any blade', async () => {
  draw(rack({ kind: 'stack', under: 0, at: 1, byHand: true }));
  expect(screen.getByTestId('laid').textContent).toBe('0.10 mm + 0.15 mm');
  expect(screen.getByText(/its own check is overdue/)).toBeTruthy();
  expect(screen.getByRole('button', { name: '0.10 mm Free' }).getAttribute('aria-pressed')).toBe('true');
  expect(screen.getByTitle(/best one to try next/).textContent).toMatch(/0\.20/);
  const feels = within(screen.getByRole('group', { name: 'How did the blade feel?' }));
  // The second click of a double click is ignored.
  await userEvent.dblClick(feels.getByRole('button', { name: /^Drags/ }));
  expect(say.mock.calls).toEqual([['drags']]);
  await userEvent.click(screen.getByRole('button', { name: '0.20 mm Won’t' }));
  expect(sayOf.mock.calls).toEqual([[2, 'wont']]);
  expect(screen.getByRole('button', { name: /^Undo/ })).toHaveProperty('disabled', true);
});
