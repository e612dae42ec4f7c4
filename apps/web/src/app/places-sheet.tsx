import { Button } from 'antd';
import { useEffect, useRef, useState } from 'react';
import { useLocation } from 'react-router';
import { Key, useKeys } from '../shared/ui/index.ts';
import { PlaceList } from './place-list.tsx';
import { usePage, usePlaces } from './places.ts';

/**
 * Opens the list of all places as a sheet under the header. It is marked on pages that do not belong to a place of the
 * bar.
 */
export function PlacesSheet() {
  const [open, setOpen] = useState(false);
  const sheet = useRef<HTMLElement>(null);
  const button = useRef<HTMLButtonElement>(null);
  const { pathname } = useLocation();
  const { trail } = usePage();
  const places = usePlaces();
  const inBar = places.some(({ to, bar }) => bar !== undefined && trail.includes(to));
  const [seenAt, setSeenAt] = useState(pathname);
  if (seenAt !== pathname) {
    setSeenAt(pathname);
    setOpen(false);
  }
  useKeys([{ key: '.', what: 'Show all places', run: () => setOpen((was) => !was) }]);
  useEffect(() => {
    if (!open) return;
    const active = sheet.current?.querySelector<HTMLElement>('a.active') ?? sheet.current?.querySelector('a');
    active?.focus();
    const outside = (event: PointerEvent): void => {
      const inside = event.target instanceof Node && sheet.current?.parentElement?.contains(event.target);
      if (inside !== true) setOpen(false);
    };
    const escape = (event: KeyboardEvent): void => {
      if (event.key !== 'Escape') return;
      setOpen(false);
      button.current?.focus();
    };
    document.addEventListener('pointerdown', outside);
    document.addEventListener('keydown', escape);
    return () => {
      document.removeEventListener('pointerdown', outside);
      document.removeEventListener('keydown', escape);
    };
  }, [open]);
  return (
    <div className="places">
      <Button
        ref={button}
        type="text"
        className={inBar || trail.length === 0 ? 'places-button' : 'places-button active'}
        aria-expanded={open}
        aria-controls="all-places"
        onClick={() => setOpen(!open)}
      >
        Places <Key name="." />
      </Button>
      {open && (
        <nav id="all-places" aria-label="All places" className="places-sheet" ref={sheet}>
          <PlaceList chosen={() => setOpen(false)} />
        </nav>
      )}
    </div>
  );
}
