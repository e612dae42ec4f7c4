import { afterEach, describe, expect, it } from '@jest/globals';
import type { CheckDraftDto, CheckDto, Problem } from '../../../shared/api/index.ts';
import type { KeptTexts } from '../../../shared/outbox/index.ts';
import { keptTexts } from '../../../testing/kept-texts.ts';
import { sendLeftDrafts } from '../port/left-drafts.ts';
import { DraftKeeper, type Send } from './draft-keeper.ts';

const EMPTY: CheckDraftDto = {
  engine: null,
  temperatureC: null,
  position: null,
  bladeSetId: null,
  madeSafe: [],
  valves: [],
};
const check = (version: number, draft: CheckDraftDto = EMPTY): CheckDto => ({
  id: 'c1',
  unitTag: 'T-1',
  state: 'draft',
  version,
  startedAt: '2026-06-01T08:00:00Z',
  savedAt: '2026-06-01T08:00:00Z',
  draft,
  savedBy: '',
  past: null,
  signedBy: '',
  struck: false,
  amendments: [],
  note: '',
  performedAt: null,
  hoursAt: null,
  findings: [],
});
const problem = (code: string, status: Problem['status'], facts = {}): Problem => ({
  code,
  status,
  what: '',
  remedy: '',
  fields: {},
  facts,
});

/**
 * A fake server that stores drafts like ours: it refuses stale versions with the stored one, and can be made
 * unreachable.
 */
function stubServer(start = check(1)) {
  const state = { version: start.version, draft: start.draft, away: false, received: 0 };
  const send: Send = async (version, draft) => {
    await Promise.resolve();
    if (state.away) return { problem: problem('no-answer', 'no-answer') };
    if (version !== state.version) {
      return {
        problem: problem('stale-version', 409, {
          draft: state.draft,
          current: state.version,
          savedAt: '2026-06-01T09:00:00Z',
        }),
      };
    }
    state.received += 1;
    state.version += 1;
    state.draft = draft;
    return { check: check(state.version, draft) };
  };
  return { state, send };
}

const keepers: DraftKeeper[] = [];
const NELL = { id: 'p1', name: 'Nell Shale' };
const OTIS = { id: 'p2', name: 'Otis Marl' };

function keep(send: Send, storage: KeptTexts = keptTexts(), from = check(1), author = NELL): DraftKeeper {
  const keeper = new DraftKeeper({ check: from, author, send, storage, retryMs: 5 });
  keepers.push(keeper);
  return keeper;
}
afterEach(() => keepers.splice(0).forEach((keeper) => keeper.dispose()));

const measured =
  (celsius: number) =>
  (draft: CheckDraftDto): CheckDraftDto => ({ ...draft, temperatureC: celsius });

describe('a draft at the bench', () => {
  it('reaches the server completely when entries are faster than answers', async () => {
    const { state, send } = stubServer();
    const keeper = keep(send);
    for (let celsius = 1; celsius <= 20; celsius += 1) keeper.change(measured(celsius));
    expect(await keeper.flush()).toBe(state.version);
    expect(state.draft.temperatureC).toBe(20);
    expect(keeper.current()).toMatchObject({ version: state.version, save: { kind: 'saved' } });
    expect(state.received).toBeLessThan(20);
  });

  it('waits on this device without the server, and is sent automatically afterwards', async () => {
    const { state, send } = stubServer();
    const storage = keptTexts();
    const keeper = keep(send, storage);
    state.away = true;
    keeper.change(measured(21));
    expect(await keeper.flush()).toBeNull();
    expect(keeper.current().save.kind).toBe('waiting');
    expect(storage.held.size).toBe(1);
    state.away = false;
    await new Promise((resolve) => setTimeout(resolve, 40));
    expect(state.draft.temperatureC).toBe(21);
    expect(keeper.current().save.kind).toBe('saved');
  });

  it('continues after a reload with its unsent entries', async () => {
    const { state, send } = stubServer();
    const storage = keptTexts();
    state.away = true;
    const first = keep(send, storage);
    first.change(measured(33));
    await first.flush();
    first.dispose();
    state.away = false;
    const second = keep(send, storage);
    expect(second.current().draft.temperatureC).toBe(33);
    expect(await second.flush()).toBe(state.version);
    expect(state.draft.temperatureC).toBe(33);
  });

  it('a save whose answer was lost by a reload is our own: no conflict is shown, and later entries are sent', async () => {
    const { state, send } = stubServer();
    const storage = keptTexts();
    const unanswered = new DraftKeeper({
      author: NELL,
      check: check(1),
      storage,
      send: async (version, draft) => {
        await send(version, draft);
        return new Promise(() => undefined);
      },
    });
    unanswered.change(measured(21));
    await Promise.resolve();
    unanswered.change(measured(22));
    unanswered.dispose();
    await new Promise((resolve) => setTimeout(resolve, 5));
    // The server returns the fields in another order.
    const reordered = Object.fromEntries(Object.entries(state.draft).reverse()) as unknown as CheckDraftDto;
    const again = new DraftKeeper({ check: check(state.version, reordered), author: NELL, storage, send });
    expect(again.current().save.kind).toBe('saving');
    expect(await again.flush()).toBe(state.version);
    expect(state.draft.temperatureC).toBe(22);
  });

  it('a save whose answer was lost is our own, also if more was entered before the retry', async () => {
    const { state, send } = stubServer();
    let cut = true;
    const cutting: Send = async (version, draft) => {
      const answer = await send(version, draft);
      if (!cut) return answer;
      cut = false;
      return { problem: problem('no-answer', 'no-answer') };
    };
    const keeper = keep(cutting);
    keeper.change(measured(21));
    expect(await keeper.flush()).toBeNull();
    keeper.change(measured(22));
    expect(await keeper.flush()).toBe(state.version);
    expect(keeper.current().save.kind).toBe('saved');
    expect(state.draft.temperatureC).toBe(22);
    // A save of another person is still shown as a conflict.
    state.version += 1;
    state.draft = measured(50)(EMPTY);
    keeper.change(measured(23));
    await keeper.flush();
    expect(keeper.current().save.kind).toBe('conflict');
  });

  it('the same after a reload without the server: the cached check is older than the stored one', async () => {
    const { state, send } = stubServer();
    const storage = keptTexts();
    const first = keep(async (version, draft) => {
      await send(version, draft);
      return { problem: problem('no-answer', 'no-answer') };
    }, storage);
    first.change(measured(21));
    await first.flush();
    first.dispose();
    const second = keep(send, storage, check(1));
    second.change(measured(22));
    expect(await second.flush()).toBe(state.version);
    expect(state.draft.temperatureC).toBe(22);
  });

  it('shows a conflict when another person saved, and sends nothing before it is resolved', async () => {
    const { state, send } = stubServer();
    const keeper = keep(send);
    state.version = 2;
    state.draft = measured(50)(EMPTY);
    keeper.change(measured(20));
    expect(await keeper.flush()).toBeNull();
    expect(keeper.current().save).toMatchObject({ kind: 'conflict', theirVersion: 2, theirs: { temperatureC: 50 } });
    keeper.change(measured(22));
    expect(await keeper.flush()).toBeNull();
    expect(state.draft.temperatureC).toBe(50);
    keeper.keepMine();
    expect(await keeper.flush()).toBe(state.version);
    expect(state.draft.temperatureC).toBe(22);
  });

  it('takes the other version on request', async () => {
    const { state, send } = stubServer();
    const storage = keptTexts();
    const keeper = keep(send, storage);
    state.version = 4;
    state.draft = measured(50)(EMPTY);
    keeper.change(measured(20));
    await keeper.flush();
    keeper.takeTheirs();
    expect(keeper.current()).toMatchObject({ version: 4, draft: { temperatureC: 50 }, save: { kind: 'saved' } });
    expect(storage.held.size).toBe(0);
  });

  it('shows the last saved version if the cached check is older, and continues from it', async () => {
    const { state, send } = stubServer();
    const storage = keptTexts();
    const first = keep(send, storage);
    first.change(measured(21));
    await first.flush();
    first.dispose();
    // A reload without the server reads the check from the browser's cache, which does not have the last save.
    const second = keep(send, storage, check(1));
    expect(second.current()).toMatchObject({ version: 2, draft: { temperatureC: 21 }, save: { kind: 'saved' } });
    second.change(measured(22));
    expect(await second.flush()).toBe(state.version);
    // A later answer of the server replaces the stored version.
    expect(keep(send, storage, check(9, measured(50)(EMPTY))).current().draft.temperatureC).toBe(50);
  });

  it('a check begun without the server is sent once it is back, also without entries', async () => {
    const { state, send } = stubServer();
    state.away = true;
    const keeper = new DraftKeeper({
      check: check(1),
      author: NELL,
      send,
      storage: keptTexts(),
      retryMs: 5,
      begun: true,
    });
    keepers.push(keeper);
    keeper.resume();
    expect(await keeper.flush()).toBeNull();
    state.away = false;
    await new Promise((resolve) => setTimeout(resolve, 40));
    expect(state.received).toBe(1);
    expect(keeper.current().save.kind).toBe('saved');
  });

  describe('on a shared tablet', () => {
    it('unsent entries of one person are not sent by the next, wait, and are sent under the first person’s name', async () => {
      const { state, send } = stubServer();
      const senders: string[] = [];
      const sendAs =
        (name: string): Send =>
        (version, draft) => {
          if (!state.away) senders.push(name);
          return send(version, draft);
        };
      const storage = keptTexts();
      state.away = true;
      const nells = keep(sendAs('Nell'), storage);
      nells.change(measured(21));
      await nells.flush();
      nells.dispose();
      state.away = false;

      const otiss = keep(sendAs('Otis'), storage, check(1), OTIS);
      expect(otiss.current()).toMatchObject({ draft: EMPTY, held: { of: NELL, draft: { temperatureC: 21 } } });
      await otiss.flush();
      expect(senders).toEqual([]);
      otiss.leaveHeld();
      otiss.dispose();

      const again = keep(sendAs('Nell'), storage);
      expect(await again.flush()).toBe(2);
      expect(senders).toEqual(['Nell']);
      expect(state.draft.temperatureC).toBe(21);
      expect(keep(sendAs('Otis'), storage, check(2, state.draft), OTIS).current().held).toBeNull();
    });

    it('is taken over only manually, and then sent under the new person’s name', async () => {
      const { state, send } = stubServer();
      const storage = keptTexts();
      state.away = true;
      const nells = keep(send, storage);
      nells.change(measured(21));
      await nells.flush();
      nells.dispose();
      state.away = false;
      const otiss = keep(send, storage, check(1), OTIS);
      otiss.takeHeld();
      expect(await otiss.flush()).toBe(2);
      expect(state.draft.temperatureC).toBe(21);
      expect(otiss.current().held).toBeNull();
      expect([...storage.held.keys()]).toEqual(['sturdy-shim.draft.c1']);
    });

    it('a person whose check was saved by another person sees both versions', async () => {
      const { state, send } = stubServer();
      const storage = keptTexts();
      state.away = true;
      const nells = keep(send, storage);
      nells.change(measured(21));
      await nells.flush();
      nells.dispose();
      state.away = false;
      const otiss = keep(send, storage, check(1), OTIS);
      otiss.change(measured(30));
      await otiss.flush();
      otiss.dispose();
      const again = keep(send, storage, check(2, measured(30)(EMPTY)));
      expect(again.current()).toMatchObject({
        draft: { temperatureC: 21 },
        save: { kind: 'conflict', theirVersion: 2 },
      });
    });
  });

  it('ignores what is not a draft of ours in the storage', () => {
    const storage = keptTexts();
    storage.setItem('sturdy-shim.draft.c1', '{"version":"x"}');
    expect(keep(stubServer().send, storage).current().draft).toEqual(EMPTY);
  });
});

it('entries of a closed page are sent once from any page; refused, open and other people’s entries stay', async () => {
  const storage = keptTexts();
  const { state, send } = stubServer();
  state.away = true;
  const first = keep(send, storage);
  first.change(measured(21));
  await first.flush();
  const sendLeft = () => sendLeftDrafts(NELL.id, () => send, storage);
  first.resume();
  await sendLeft();
  first.dispose();
  state.away = false;
  await sendLeftDrafts(OTIS.id, () => send, storage);
  expect(state.received).toBe(0);
  await sendLeft();
  await sendLeft();
  expect([state.received, state.draft.temperatureC, storage.held.size]).toEqual([1, 21, 0]);
  storage.setItem(
    'sturdy-shim.draft.c1',
    JSON.stringify({ by: NELL, version: 1, draft: measured(30)(EMPTY), unanswered: [], sent: false }),
  );
  await sendLeft();
  expect([state.received, storage.held.size]).toEqual([1, 1]);
});
