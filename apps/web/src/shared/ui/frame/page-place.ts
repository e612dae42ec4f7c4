import { createContext, useContext } from 'react';

/** The current page in the list of pages, provided by the shell. */
export interface PagePlace {
  /** The page's fixed name; undefined if it sets its own title. */
  readonly title: string | undefined;
  /** Its parent page. */
  readonly parent: PageLink | undefined;
}
export interface PageLink {
  readonly to: string;
  readonly name: string;
}

const Place = createContext<PagePlace>({ title: undefined, parent: undefined });

export const PagePlaceProvider = Place.Provider;
export const usePagePlace = (): PagePlace => useContext(Place);
