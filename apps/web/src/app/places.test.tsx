import { expect, it } from '@jest/globals';
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { MeDto } from '../shared/api/index.ts';
import type { Operation } from '../shared/me/index.ts';
import { draw } from '../testing/render.tsx';
import { PAGES, type Page } from './pages.ts';
import { pageAt } from './places.ts';
import { PlacesSheet } from './places-sheet.tsx';

const signedIn = (...may: Operation[]): MeDto =>
  ({
    person: { id: 'p', name: 'Nell Shale', initials: 'NS', role: 'technician' },
    shop: { name: 'Weir Lane', timeZone: 'UTC' },
    bench: false,
    may,
  }) as unknown as MeDto;

it('the key opens the list at the current place, arrows move, Enter opens, and forbidden places are not listed', async () => {
  const user = userEvent.setup();
  const { router } = draw(<PlacesSheet />, '/blades', signedIn('auditLog'));
  expect(screen.queryByRole('navigation', { name: 'All places' })).toBeNull();
  await user.keyboard('.');
  const list = screen.getByRole('navigation', { name: 'All places' });
  expect(document.activeElement?.textContent).toMatch(/^Blade sets/);
  expect(within(list).getByRole('link', { name: /^Audit log/ })).toBeTruthy();
  expect(within(list).queryByRole('link', { name: /^People and access/ })).toBeNull();
  // Up to the shop rules, left to the fleet, which has no third line: its last.
  await user.keyboard('{ArrowUp}{ArrowLeft}');
  expect(document.activeElement?.textContent).toMatch(/^Labels/);
  await user.keyboard('{Enter}');
  expect(router.state.location.pathname).toBe('/labels');
  expect(screen.queryByRole('navigation', { name: 'All places' })).toBeNull();
});

it('is closed by Escape, and the button has the focus again', async () => {
  const user = userEvent.setup();
  draw(<PlacesSheet />, '/yard', signedIn());
  await user.keyboard('.{Escape}');
  expect(screen.queryByRole('navigation', { name: 'All places' })).toBeNull();
  expect(document.activeElement).toBe(screen.getByRole('button', { name: /Places/ }));
});

it('every page has a unique address and a place that leads to it, and is in the accessibility walk or a variant of such a page', () => {
  const pages: readonly Page[] = PAGES;
  expect(new Set(pages.map(({ path }) => path)).size).toBe(pages.length);
  for (const { path, parent, place, walk } of pages) {
    const sample = (walk ?? path).split('?')[0] ?? '';
    if (walk !== null) expect(pageAt(sample.replace(/[{}]/g, ''))?.path).toBe(path);
    if (parent !== undefined) expect(pageAt(parent)?.place ?? pageAt(parent)?.parent).toBeDefined();
    else if (path !== '/more') expect(place).toBeDefined();
  }
  expect(pageAt('/families/new')?.title).toBe('Add a family');
  expect(pageAt('/families/Tuff%2045')?.path).toBe('/families/:code');
});
