import { afterEach, expect, it, jest } from '@jest/globals';
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { MeDto } from '../../shared/api/index.ts';
import { draw } from '../../testing/render.tsx';
import { ReadingsImportPage } from './readings-import-page.tsx';

const ID = '00000000-0000-4000-8000-000000000007';
const FILE = {
  id: ID,
  state: 'interrupted',
  fileName: 'march.csv',
  notes: 'Read as UTF-8, columns separated by comma.',
  rows: 60_000,
  units: 40,
  refused: 0,
  refusedLines: [],
  repeated: 0,
  done: 5000,
  accepted: 4990,
  suspect: 10,
  known: 0,
  endedAt: null,
};
const fetchBefore = globalThis.fetch;
afterEach(() => {
  globalThis.fetch = fetchBefore;
});

/** A fake server with one file, which records the requests. */
function server(answers: Readonly<Record<string, object>>): string[] {
  const asked: string[] = [];
  globalThis.fetch = jest.fn<typeof fetch>().mockImplementation((request) => {
    const { method, url } = request as Request;
    const key = `${method} ${new URL(url).pathname}`;
    asked.push(key);
    return Promise.resolve(
      new Response(JSON.stringify(answers[key] ?? {}), {
        status: key in answers ? 200 : 404,
        headers: { 'content-type': 'application/json' },
      }),
    );
  });
  return asked;
}
const ME = {
  id: '00000000-0000-4000-8000-000000000001',
  name: 'Nell Shale',
  may: ['importReadings', 'readingsImports', 'readingsImport'],
} as unknown as MeDto;

it('shows an interrupted file with its remaining rows, and continues it', async () => {
  const asked = server({
    'GET /api/imports/readings': { files: [FILE] },
    [`GET /api/imports/readings/${ID}`]: FILE,
    [`POST /api/imports/readings/${ID}/start`]: { ...FILE, state: 'running' },
  });
  const { router } = draw(<ReadingsImportPage />, '/hours/import', ME);
  await userEvent.click(await screen.findByRole('button', { name: 'march.csv' }));
  // The same address shows the import to another person, and after a reload.
  expect(router.state.location.search).toBe(`?file=${ID}`);
  expect(await screen.findByRole('heading', { name: 'Interrupted after 5,000 of 60,000 readings.' })).toBeTruthy();
  expect(screen.getByText(/55,000 readings still wait/)).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Start again' }));
  expect(asked).toContain(`POST /api/imports/readings/${ID}/start`);
});

it('shows that an import continues while the server is unreachable', async () => {
  let away = false;
  server({ [`GET /api/imports/readings/${ID}`]: { ...FILE, state: 'running' } });
  const answering = globalThis.fetch;
  globalThis.fetch = jest
    .fn<typeof fetch>()
    .mockImplementation((...asked) => (away ? Promise.reject(new TypeError('refused')) : answering(...asked)));
  draw(<ReadingsImportPage />, `/hours/import?file=${ID}`, ME);
  expect(await screen.findByText('5,000 of 60,000')).toBeTruthy();
  away = true;
  expect(await screen.findByText(/goes on by itself where it stood/, {}, { timeout: 4000 })).toBeTruthy();
});
