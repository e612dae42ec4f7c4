import { keysOf } from '@sturdy-shim/core';
import { matchPath, useLocation } from 'react-router';
import type { WaitingDto } from '../shared/api/index.ts';
import { type Operation, useMe } from '../shared/me/index.ts';
import { useMemo } from 'react';
import type { PageLink } from '../shared/ui/index.ts';
import { GROUPS, type Group, PAGES, type Page } from './pages.ts';

const pages: readonly Page<Operation>[] = PAGES;

/** A page that the bars and the list of places show. */
export interface ShownPlace {
  readonly to: string;
  readonly name: string;
  readonly group: Group;
  readonly about: string;
  readonly bar: 'head' | 'head and phone' | undefined;
  readonly waits: keyof WaitingDto | undefined;
}

/** The places that the person who is signed in may use, in the order of the list. */
export function usePlaces(): readonly ShownPlace[] {
  const { may } = useMe();
  return pages.flatMap(({ path, title, place }) =>
    place === undefined || title === undefined || (place.may !== undefined && !may.includes(place.may))
      ? []
      : [{ to: path, name: title, group: place.group, about: place.about, bar: place.bar, waits: place.waits }],
  );
}

export const GROUP_NAMES = keysOf(GROUPS);

/** The declared page at an address. Paths without a parameter go first: `/families/new` is no family. */
export const pageAt = (address: string): Page<Operation> | undefined =>
  pages.find(({ path }) => path === address) ?? pages.find(({ path }) => matchPath(path, address) !== null);

/** The current page, and the paths of its places, its own first. */
export function usePage(): {
  readonly page: Page<Operation> | undefined;
  readonly trail: readonly string[];
  readonly parent: PageLink | undefined;
} {
  const { pathname } = useLocation();
  const page = pageAt(pathname);
  const trail: string[] = [];
  for (let each = page; each !== undefined; each = each.parent === undefined ? undefined : pageAt(each.parent))
    trail.push(each.path);
  const above = page?.parent === undefined ? undefined : pageAt(page.parent);
  const name = above?.title;
  const to = above?.path;
  const parent = useMemo(() => (name === undefined || to === undefined ? undefined : { to, name }), [name, to]);
  return { page, trail, parent };
}
