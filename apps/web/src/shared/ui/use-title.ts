import { useEffect } from 'react';

/** The page's name in the tab and in the history. */
export function useTitle(title: string): void {
  useEffect(() => {
    document.title = `${title} · Sturdy Shim`;
  }, [title]);
}
