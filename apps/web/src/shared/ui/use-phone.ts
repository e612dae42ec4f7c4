import { useSyncExternalStore } from 'react';

const QUERY = '(max-width: 600px)';

function subscribe(changed: () => void): () => void {
  const list = matchMedia(QUERY);
  list.addEventListener('change', changed);
  return () => list.removeEventListener('change', changed);
}

/** Whether the screen is as narrow as a phone held upright. */
export const usePhone = (): boolean => useSyncExternalStore(subscribe, () => matchMedia(QUERY).matches);
