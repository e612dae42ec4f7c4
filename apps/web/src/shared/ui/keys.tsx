import { createContext, type ReactNode, useContext, useEffect, useMemo, useRef, useState } from 'react';

/** A key of a screen, with its description and action. */
export interface KeyBinding {
  readonly key: string;
  readonly what: string;
  readonly run: () => void;
  /** Also while a field has the focus. */
  readonly inFields?: boolean;
  /**
   * Enter runs it also while a button has the focus, which then answers the space bar only: at the bench Enter always goes
   * on. Links, forms and dialogs keep their own Enter.
   */
  readonly onButtons?: boolean;
}

type Listed = readonly Pick<KeyBinding, 'key' | 'what'>[];
interface Registry {
  readonly add: (id: symbol, bindings: readonly KeyBinding[]) => void;
  readonly remove: (id: symbol) => void;
  readonly list: () => Listed;
}

const KeysContext = createContext<Registry | null>(null);

/** A field that accepts letters. A checkbox does not, so the keys of the screen work. */
const inField = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName)) &&
  !(target instanceof HTMLInputElement && ['checkbox', 'radio'].includes(target.type));

/** A button or a link that has the focus answers Enter and the space bar itself. */
const actsOnItsOwn = (target: EventTarget | null, key: string): boolean =>
  (key === 'Enter' || key === ' ') &&
  // Pegs are links inside drawings: elements, but not of HTML.
  target instanceof Element &&
  target.closest('a[href], button, [role="button"], [role="option"]') !== null;

/** A button that is no part of a form, a menu or a list of places. */
const isPlainButton = (target: EventTarget | null): boolean =>
  target instanceof Element &&
  target.closest('button, [role="button"]') !== null &&
  target.closest('form, nav, header, a[href], [role="option"]') === null;

const inDialog = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest('[role="dialog"]') !== null;

interface KeysProviderProps {
  readonly children: ReactNode;
  /** Keys of a pedal or a ring, each with the key that it stands for. */
  readonly aliases?: Readonly<Record<string, string>>;
}
const NONE = {};

/** Dispatches keys to the shown screen; the last bound one takes precedence. */
export function KeysProvider({ children, aliases = NONE }: KeysProviderProps) {
  const bound = useRef(new Map<symbol, readonly KeyBinding[]>());
  const registry = useMemo<Registry>(
    () => ({
      add: (id, bindings) => void bound.current.set(id, bindings),
      remove: (id) => void bound.current.delete(id),
      list: () => [...bound.current.values()].reverse().flat(),
    }),
    [],
  );
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey || event.isComposing) return;
      if (inDialog(event.target)) return;
      // A key that is held down acts once; only arrow keys repeat.
      if (event.repeat && !event.key.startsWith('Arrow')) return;
      const own = event.key.length === 1 ? event.key.toLowerCase() : event.key;
      const pressed = aliases[event.key] ?? own;
      const binding = [...bound.current.values()]
        .reverse()
        .flat()
        .find((each) => each.key === pressed && (each.inFields || !inField(event.target)));
      if (binding === undefined) return;
      if (actsOnItsOwn(event.target, event.key) && !(binding.onButtons === true && isPlainButton(event.target))) return;
      event.preventDefault();
      binding.run();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [aliases]);
  return <KeysContext value={registry}>{children}</KeysContext>;
}

function useRegistry(): Registry {
  const registry = useContext(KeysContext);
  if (registry === null) throw new Error('KeysProvider is missing');
  return registry;
}

/** Binds keys while the component is shown. */
export function useKeys(bindings: readonly KeyBinding[]): void {
  const registry = useRegistry();
  const [id] = useState(() => Symbol('keys'));
  useEffect(() => {
    registry.add(id, bindings);
    return () => registry.remove(id);
  });
}

/** All keys that work now, for the list behind `?`. */
export function useListedKeys(): () => Listed {
  return useRegistry().list;
}

const NAMES: Record<string, string> = {
  ArrowUp: '↑',
  ArrowDown: '↓',
  ArrowLeft: '←',
  ArrowRight: '→',
  Backspace: '⌫',
  Escape: 'Esc',
};

/** A key, drawn. */
export const Key = ({ name }: { readonly name: string }) => (
  <kbd className="key">{NAMES[name] ?? (name.length === 1 ? name.toUpperCase() : name)}</kbd>
);
