import { expect, it, jest } from '@jest/globals';
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { CheckDraftDto, TryDto } from '../../shared/api/index.ts';
import { draw } from '../../testing/render.tsx';
import { ConflictPanel } from './conflict-panel.tsx';

const tried = (value: number, feel: TryDto['feel']): TryDto => ({
  blades: [{ printed: { value, unit: 'mm' } }],
  feel,
});
const draft = (found: TryDto[], left: TryDto[] = []): CheckDraftDto => ({
  engine: 'cold',
  temperatureC: null,
  position: 'compression-tdc',
  bladeSetId: null,
  madeSafe: [],
  valves: [{ cylinder: 1, kind: 'intake', ordinal: 1, found, adjusted: left.length > 0, left }],
});

it('shows both versions valve by valve with the person of the other one, and keeps the chosen one', async () => {
  const [keepMine, takeTheirs] = [jest.fn(), jest.fn()];
  draw(
    <ConflictPanel
      mine={draft([tried(0.1, 'free'), tried(0.15, 'wont')])}
      theirs={draft([tried(0.1, 'free')], [tried(0.13, 'drags')])}
      savedAt="2026-05-04T07:15:00Z"
      savedBy="Ketura Moss"
      cylinders={1}
      keepMine={keepMine}
      takeTheirs={takeTheirs}
    />,
  );
  expect(screen.getByRole('heading').textContent).toMatch(/^Ketura Moss saved this check/);
  const [mine, theirs] = within(screen.getByRole('row', { name: /^Intake/ })).getAllByRole('cell');
  expect(mine?.textContent).toMatch(/0\.10.*0\.15/);
  expect(mine?.textContent).not.toMatch(/adjusted/);
  expect(theirs?.textContent).toMatch(/adjusted.*0\.13/);
  await userEvent.click(screen.getByRole('button', { name: 'Use the other version' }));
  expect([keepMine.mock.calls.length, takeTheirs.mock.calls.length]).toEqual([0, 1]);
});
