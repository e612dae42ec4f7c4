import { afterEach, expect, it, jest } from '@jest/globals';
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { draw } from '../../testing/render.tsx';
import { LeftBehind } from './left-behind.tsx';

const ITEMS = [
  { id: '00000000-0000-4000-8000-000000000001', kind: 'calendar-address', name: 'Bench wall' },
  { id: '00000000-0000-4000-8000-000000000002', kind: 'tablet', name: 'Tablet 3' },
];
const server = (items: readonly object[]): void => {
  globalThis.fetch = jest
    .fn<typeof fetch>()
    .mockImplementation(() =>
      Promise.resolve(new Response(JSON.stringify({ items }), { headers: { 'content-type': 'application/json' } })),
    );
};
const fetchBefore = globalThis.fetch;
afterEach(() => {
  globalThis.fetch = fetchBefore;
});

it('lists belongings that end when a person leaves, and takes over the ticked ones', async () => {
  server(ITEMS);
  const keep = jest.fn();
  draw(<LeftBehind personId="p1" name="Nell Shale" kept={[]} keep={keep} />, '/people');
  expect(await screen.findByText(/Each of these ends when you save/)).toBeTruthy();
  await userEvent.click(screen.getByRole('checkbox', { name: 'Trusted tablet Tablet 3' }));
  expect(keep).toHaveBeenCalledWith([ITEMS[1]?.id]);
});

it('reports that there are no belongings', async () => {
  server([]);
  draw(<LeftBehind personId="p2" name="Otis Marl" kept={[]} keep={() => undefined} />, '/people');
  expect(await screen.findByText(/Otis Marl leaves nothing behind/)).toBeTruthy();
});
