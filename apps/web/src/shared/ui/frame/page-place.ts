import { createContext, useContext } from 'react';

/** Where the page at hand stands among the others. The shell provides it from the list of pages. */
export interface PagePlace {
  /** The page's own name; undefined where a page is called by what it shows. */
  readonly title: string | undefined;
  /** The page that it belongs to. */
  readonly parent: PageLink | undefined;
}
export interface PageLink {
  readonly to: string;
  readonly name: string;
}

const Place = createContext<PagePlace>({ title: undefined, parent: undefined });

export const PagePlaceProvider = Place.Provider;
export const usePagePlace = (): PagePlace => useContext(Place);
