import { expect, it } from '@jest/globals';
import { screen } from '@testing-library/react';
import { draw } from '../../testing/render.tsx';
import { StatusChanges } from './status-changes.tsx';

const change = { tag: 'PW-1', before: 'ok', after: 'overdue' } as const;

it.each([
  [{ changes: [], changed: 0, looked: 150, units: 150 }, 'No unit would change status.'],
  [{ changes: [change], changed: 1, looked: 150, units: 150 }, 'One unit would change status:'],
  [
    { changes: [change], changed: 1200, looked: 4500, units: 100_000 },
    /^Of 4.500 units looked at, out of 100.000, 1.200 units would change status:/,
  ],
  [
    { changes: [], changed: 0, looked: 4500, units: 100_000 },
    /^Of 4.500 units looked at, out of 100.000, no unit would change status\./,
  ],
])('says of %j how far was looked', (preview, words) => {
  draw(<StatusChanges preview={preview} problem={null} />, '/families');
  expect(screen.getByText(words)).toBeTruthy();
});

it('counts those that it does not name', () => {
  draw(
    <StatusChanges preview={{ changes: [change], changed: 31, looked: 60, units: 60 }} problem={null} />,
    '/families',
  );
  expect(screen.getAllByRole('listitem').map(({ textContent }) => textContent)).toEqual([
    expect.stringContaining('PW-1'),
    'and 30 more',
  ]);
});
