import { expect, it, jest } from '@jest/globals';
import { fireEvent, screen } from '@testing-library/react';
import { draw } from '../../../testing/render.tsx';
import { PageFrame } from './page-frame.tsx';
import { PagePlaceProvider } from './page-place.ts';

const PLACE = { title: 'Blade sets', parent: { to: '/families', name: 'Families' } };
const refused = { status: 'FETCH_ERROR', error: 'refused' } as const;
const drawn = (frame: React.ReactNode): void =>
  void draw(<PagePlaceProvider value={PLACE}>{frame}</PagePlaceProvider>, '/blades');

it('takes title and parent from the list of pages; a page may override them', () => {
  drawn(<PageFrame actions={<button>Add</button>}>content</PageFrame>);
  expect(screen.getByRole('heading', { level: 1 }).textContent).toBe('Blade sets');
  expect(screen.getByRole('link', { name: 'Families' }).getAttribute('href')).toBe('/families');
  expect(screen.getByRole('button', { name: 'Add' })).toBeTruthy();
  drawn(<PageFrame title="Set 3" detail="17 blades" up={null} />);
  expect(screen.getAllByRole('heading', { level: 1 })[1]?.textContent).toBe('Set 3 17 blades');
  expect(screen.getAllByRole('link')).toHaveLength(1);
});

it('keeps its title while loading and after an error, names the failed query, and retries', () => {
  const retry = jest.fn();
  const asked = { what: 'The list of blade sets', data: undefined, retry };
  drawn(
    <PageFrame asked={asked} actions={<button>Add</button>}>
      content
    </PageFrame>,
  );
  expect(screen.getByRole('progressbar')).toBeTruthy();
  // Actions that need the data are not offered before it is loaded.
  expect(screen.queryByRole('button', { name: 'Add' })).toBeNull();
  drawn(<PageFrame asked={{ ...asked, error: refused }}>content</PageFrame>);
  expect(screen.getAllByRole('heading', { level: 1 })).toHaveLength(2);
  const alert = screen.getByRole('alert');
  expect(alert.textContent).toMatch(/^The list of blade sets could not be loaded\.The server does not answer\./);
  // Nothing was entered, so entries are not mentioned.
  expect(alert.textContent).not.toMatch(/entered/);
  fireEvent.click(screen.getByRole('button', { name: 'Try again' }));
  expect(retry).toHaveBeenCalledTimes(1);
  expect(screen.queryByText('content')).toBeNull();
  // Data that is shown stays when a later request fails.
  drawn(<PageFrame asked={{ ...asked, data: [], error: refused }}>content</PageFrame>);
  expect(screen.getByText('content')).toBeTruthy();
});
