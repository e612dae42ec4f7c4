import { afterEach, expect, it, jest } from '@jest/globals';
import { configure, fireEvent, screen, waitFor } from '@testing-library/react';
import type { UnitDto } from '../../shared/api/index.ts';
import { draw } from '../../testing/render.tsx';
import { UnitForm } from './unit-form.tsx';

const FAMILY = { id: '00000000-0000-4000-8000-00000000000f', code: 'Marl 12', layout: 'single' };
const SITE = { id: '00000000-0000-4000-8000-000000000005', name: 'Yard' };
const STORED = {
  id: '00000000-0000-4000-8000-000000000001',
  tag: 'PM-1',
  kind: 'Pump',
  serial: '',
  stamping: '',
  inServiceOn: '2026-01-01',
  hoursAtStart: 12.5,
  use: 'in-service',
  hireUntil: null,
  noMeter: false,
  note: '',
  particulars: { paintMark: '', markWrong: '', obstacle: 'tank', access: '', parts: ['clip', 'screw'] },
  version: 3,
  site: 'Yard',
  siteId: SITE.id,
  family: FAMILY,
} as unknown as UnitDto;

// A form of this size takes its time in the test environment.
configure({ asyncUtilTimeout: 10_000 });
const fetchBefore = globalThis.fetch;
afterEach(() => {
  globalThis.fetch = fetchBefore;
});

interface Asked {
  readonly method: string;
  readonly path: string;
  readonly body: Record<string, unknown>;
}
type Answers = (asked: Asked) => readonly [status: number, body: object] | undefined;

/** A server with one family and one site. @returns what was sent to it */
function server(answers: Answers): Asked[] {
  const sent: Asked[] = [];
  globalThis.fetch = jest.fn<typeof fetch>().mockImplementation(async (input) => {
    const request = input as Request;
    const { method } = request;
    const path = new URL(request.url).pathname;
    if (method === 'GET') return reply(200, path === '/api/families' ? [FAMILY] : path === '/api/sites' ? [SITE] : []);
    const asked = { method, path, body: (await request.clone().json()) as Record<string, unknown> };
    sent.push(asked);
    return reply(...(answers(asked) ?? [200, { ...STORED, ...asked.body }]));
  });
  return sent;
}
/** Queries by role take seconds in a form of this size, so labels and texts are used. */
const enter = (label: string, value: string): void =>
  void fireEvent.change(screen.getByLabelText(label), { target: { value } });
const press = (words: string): void => void fireEvent.click(screen.getByText(words));
const valueOf = (label: string): string => screen.getByLabelText<HTMLInputElement>(label).value;
const reply = (status: number, body: object) =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } });
const problem = (code: string, errors: object[], facts: object = {}) => ({
  status: 409,
  code,
  detail: 'Refused.',
  remedy: 'Look again.',
  errors,
  facts,
});

it('shows missing values at each field, sends nothing before, and sends a new site first', async () => {
  const sent = server(({ path }) => (path === '/api/sites' ? [200, { id: 'site-new', name: 'Quarry' }] : undefined));
  const close = jest.fn();
  const { router } = draw(<UnitForm unit={null} close={close} />, '/register');
  press('Add');
  expect(await screen.findByText('Choose the family of its engine.')).toBeTruthy();
  expect(screen.getByText('Choose its site, or name a new one.')).toBeTruthy();
  expect(screen.getByText(/Write what is on the machine/)).toBeTruthy();
  expect(sent).toEqual([]);
  enter('Tag, as on the machine', 'pm 7');
  enter('Kind of machine', 'Pump');
  enter('Meter on that day', '1,2,3');
  fireEvent.mouseDown(screen.getByLabelText('Engine family', { selector: 'input' }));
  fireEvent.click(await screen.findByTitle('Marl 12 · single'));
  enter('New site', 'Quarry');
  press('Add');
  await waitFor(() => expect(screen.getByText(/digits|thousands|for example/)).toBeTruthy());
  expect(sent).toEqual([]);
  enter('Meter on that day', '41,5');
  press('Add');
  await waitFor(() => expect(close).toHaveBeenCalled());
  expect(sent.map(({ path }) => path)).toEqual(['/api/sites', '/api/units']);
  expect(sent[1]?.body).toMatchObject({
    tag: 'pm 7',
    siteId: 'site-new',
    familyId: FAMILY.id,
    hoursAtStart: 41.5,
    hireUntil: null,
  });
  expect(router.state.location.pathname).toBe('/units/pm%207');
});

it('shows server errors at their fields, also inside the particulars, and keeps the entries', async () => {
  server(() => [
    422,
    problem('body', [{ field: 'particulars.obstacle', problem: 'Too long.', remedy: 'Shorten it.' }]),
  ]);
  draw(<UnitForm unit={STORED} close={() => undefined} />, '/register');
  expect(valueOf('Own parts, one per line')).toBe('clip\nscrew');
  enter('Kind of machine', 'Pumps');
  press('Save');
  expect(await screen.findByText('Too long. Shorten it.')).toBeTruthy();
  expect(valueOf('Kind of machine')).toBe('Pumps');
  expect(screen.queryByText('Refused.')).toBeNull();
  // The error of the earlier value is gone.
  enter('What is in the way, and what comes off first', 'fuel tank');
  await waitFor(() => expect(screen.queryByText('Too long. Shorten it.')).toBeNull());
});

it('shows both versions of a unit that was changed meanwhile, saves over the chosen one, and asks before it is closed', async () => {
  const theirs = { ...STORED, kind: 'Mower', version: 4 };
  let refused = false;
  const sent = server(() => {
    if (refused) return undefined;
    refused = true;
    return [409, problem('stale-version', [], { unit: theirs })];
  });
  const close = jest.fn();
  draw(<UnitForm unit={STORED} close={close} />, '/register');
  enter('Kind of machine', 'Pumps');
  fireEvent.click(screen.getByLabelText('Close', { selector: 'button' }));
  fireEvent.click(await screen.findByText('Keep editing'));
  expect(close).not.toHaveBeenCalled();
  press('Save');
  const both = (await screen.findByText('Kind')).closest('tr');
  const cells = [...(both as HTMLElement).querySelectorAll('td')].map(({ textContent }) => textContent);
  expect(cells).toEqual(['Pumps', 'Mower']);
  press('Save mine over the stored version');
  press('Save');
  await waitFor(() => expect(close).toHaveBeenCalled());
  expect(sent.map(({ body }) => [body.version, body.kind])).toEqual([
    [3, 'Pumps'],
    [4, 'Pumps'],
  ]);
});
