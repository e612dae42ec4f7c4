import { type KeyboardEvent, useRef } from 'react';
import { NavLink } from 'react-router';
import { useWaitingQuery } from '../shared/api/index.ts';
import { countText } from '../shared/format/index.ts';
import { GROUPS } from './pages.ts';
import { GROUP_NAMES, usePlaces } from './places.ts';

/** Every place by group, with its count of waiting items. Arrow keys move among them. */
export function PlaceList({ chosen }: { readonly chosen?: () => void }) {
  const places = usePlaces();
  const { data: waiting } = useWaitingQuery();
  const list = useRef<HTMLDivElement>(null);
  return (
    // The arrows move the focus among links, which answer every key themselves.
    // eslint-disable-next-line jsx-a11y/no-static-element-interactions
    <div className="place-list" ref={list} onKeyDown={(event) => moveFocus(event, list.current)}>
      {GROUP_NAMES.map((group) => (
        <section key={group} aria-labelledby={`places-${group}`}>
          <h2 id={`places-${group}`}>{GROUPS[group]}</h2>
          <ul>
            {places
              .filter((place) => place.group === group)
              .map(({ to, name, about, waits }) => {
                const count = waits === undefined ? 0 : (waiting?.[waits] ?? 0);
                return (
                  <li key={to}>
                    <NavLink to={to} end onClick={chosen}>
                      <b>{name}</b>
                      {count > 0 && (
                        <span className="place-waits mono" title={`${countText(count)} waiting`}>
                          {countText(count)}
                        </span>
                      )}
                      <span className="place-about">{about}</span>
                    </NavLink>
                  </li>
                );
              })}
          </ul>
        </section>
      ))}
    </div>
  );
}

/** Up and down within a group, left and right to the place beside it. */
function moveFocus(event: KeyboardEvent, list: HTMLElement | null): void {
  if (list === null) return;
  const columns = [...list.querySelectorAll('section')].map((section) => [...section.querySelectorAll('a')]);
  const column = columns.findIndex((links) => links.some((link) => link === document.activeElement));
  const row = columns[column]?.findIndex((link) => link === document.activeElement) ?? 0;
  const beside = (step: number): HTMLElement | undefined => {
    const links = columns[(column + step + columns.length) % columns.length] ?? [];
    return links[Math.min(row, links.length - 1)];
  };
  const to = {
    ArrowDown: () => columns[column]?.[row + 1] ?? columns[column]?.[0],
    ArrowUp: () => columns[column]?.at(row - 1),
    ArrowRight: () => beside(1),
    ArrowLeft: () => beside(-1),
  }[event.key];
  if (to === undefined) return;
  event.preventDefault();
  to()?.focus();
}
