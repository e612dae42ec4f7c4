import { useEffect, useState } from 'react';
import { useLocation, useNavigation, useSearchParams } from 'react-router';

/** One parameter of the address with its parser and formatter; null omits it. */
export interface AddressField<T> {
  readonly read: (text: string | null) => T;
  readonly write: (value: T) => string | null;
}

/** Any text; an empty one is omitted. */
export const textInAddress: AddressField<string | undefined> = {
  read: (text) => text || undefined,
  write: (value) => value || null,
};

/** One of a list; anything else reads as undefined. */
export const choiceInAddress = <T extends string>(choices: readonly T[]): AddressField<T | undefined> => ({
  read: (text) => choices.find((choice) => choice === text),
  write: (value) => value ?? null,
});

/** One of a list with a default, which the address leaves out. */
export const choiceOr = <T extends string>(choices: readonly T[], fallback: T): AddressField<T> => ({
  read: (text) => choices.find((choice) => choice === text) ?? fallback,
  write: (value) => (value === fallback ? null : value),
});

export const numberInAddress: AddressField<number | undefined> = {
  read: (text) => (text !== null && /^\d{1,15}$/.test(text) ? Number(text) : undefined),
  write: (value) => (value === undefined ? null : String(value)),
};

/** Any figure, also below zero. */
export const figureInAddress: AddressField<number | undefined> = {
  read: (text) => (text !== null && /^-?\d{1,9}(?:\.\d{1,6})?$/.test(text) ? Number(text) : undefined),
  write: (value) => (value === undefined ? null : String(value)),
};

// Each field reads and writes its own type, which a record of them cannot say.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Schema = Readonly<Record<string, AddressField<any>>>;
export type AddressState<S extends Schema> = { readonly [Name in keyof S]: ReturnType<S[Name]['read']> };

interface Options {
  /** `push`: the back button undoes a change. `replace`: for changes by repeated keys, which would fill the history. */
  readonly history: 'push' | 'replace';
  /** Delay between the last change and the update of the address. */
  readonly settleMs?: number;
}

/** Changes that are not in the address yet. */
interface Pending<S extends Schema> {
  readonly state: AddressState<S>;
  /** Every state that the address may have before it is up to date. */
  readonly ours: readonly string[];
  /** Of each change; the last is that of `state`. */
  readonly changes: readonly string[];
  /** The last written change, and the history entry from which it was written; null if none is pending. */
  readonly sent: { readonly change: string; readonly from: string } | null;
}

/** Marks an entry of the history with the change that wrote it: going there and back again looks the same otherwise. */
interface Written {
  readonly change?: string;
}
// The history survives a reload, so a counter alone would repeat.
const visit = Math.random().toString(36).slice(2);
let changes = 0;

/**
 * State in the address, for links and for back and forward. It changes immediately, while the address is updated in a
 * transition, so that a key pressed meanwhile acts on the shown state.
 */
export function useAddressState<S extends Schema>(
  schema: S,
  { history, settleMs = 0 }: Options,
): [AddressState<S>, (change: Partial<AddressState<S>>) => void] {
  const [params, setParams] = useSearchParams();
  const shown = readAddress(schema, params);
  const shownKey = keyOf(schema, shown);
  const [pending, setPending] = useState<Pending<S> | null>(null);
  const location = useLocation();
  const { pathname, key: entry } = location;
  const entryState = location.state as Written | null;
  const written = entryState?.change;
  const last = pending?.changes.at(-1);
  const arrived =
    pending !== null && keyOf(schema, pending.state) === shownKey && hasArrived(pending, { entry, written });
  const live = pending !== null && pending.ours.includes(shownKey) && !arrived;
  // The address shows the change, or other code changed it: the address is the source again.
  if (pending !== null && !live) setPending(null);
  const state = live ? pending.state : shown;
  const navigation = useNavigation();
  // A navigation to another page has begun: writing now would undo it.
  const leaving = navigation.location !== undefined && navigation.location.pathname !== pathname;
  const toWrite = live && !leaving && pending.sent?.change !== last ? pending : null;
  useEffect(() => {
    const change = toWrite?.changes.at(-1);
    if (toWrite === null || change === undefined) return;
    const write = (): void => {
      setPending((now) => now && { ...now, sent: { change, from: entry } });
      setParams((before) => inAddress(schema, before, toWrite.state), {
        replace: history === 'replace',
        preventScrollReset: true,
        state: { ...entryState, change } satisfies Written,
      });
    };
    // Immediately if allowed, because the next key may lead to another page.
    if (settleMs === 0) return write();
    const timer = setTimeout(write, settleMs);
    return () => clearTimeout(timer);
  }, [schema, toWrite, setParams, history, settleMs, entry, entryState]);
  const change = (next: Partial<AddressState<S>>): void => {
    const id = `${visit}-${(changes += 1)}`;
    setPending((before) => {
      // A key may be handled by the committed render while React already renders ahead with the new address and passes
      // null: the change that is pending here is still ours.
      const known = before ?? pending;
      const after = { ...(known?.state ?? state), ...next };
      return {
        state: after,
        ours: [...(known?.ours ?? [shownKey]), keyOf(schema, after)],
        changes: [...(known?.changes ?? []), id],
        sent: known?.sent ?? null,
      };
    });
  };
  return [state, change];
}

interface HistoryEntry {
  readonly entry: string;
  /** The change that wrote it, where this hook did. */
  readonly written: string | undefined;
}

/** Whether the history entry with the pending state was written by this change or a later one. */
function hasArrived<S extends Schema>({ sent, changes }: Pending<S>, { entry, written }: HistoryEntry): boolean {
  if (sent === null || written === changes.at(-1)) return true;
  // Other code moved the address in between and kept our change.
  return entry !== sent.from && (written === undefined || !changes.includes(written));
}

/** Reads the state from an address outside of a component. */
export const readAddress = <S extends Schema>(schema: S, params: URLSearchParams): AddressState<S> =>
  Object.fromEntries(
    Object.entries(schema).map(([name, field]) => [name, field.read(params.get(name)) as unknown]),
  ) as AddressState<S>;

function inAddress<S extends Schema>(schema: S, before: URLSearchParams, state: AddressState<S>): URLSearchParams {
  const after = new URLSearchParams(before);
  for (const [name, field] of Object.entries(schema)) {
    const text = field.write(state[name]);
    if (text === null) after.delete(name);
    else after.set(name, text);
  }
  return after;
}

const keyOf = <S extends Schema>(schema: S, state: AddressState<S>): string =>
  inAddress(schema, new URLSearchParams(), state).toString();
