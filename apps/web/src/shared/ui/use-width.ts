import { useCallback, useLayoutEffect, useState } from 'react';

/**
 * The width of an element without padding, in px, kept current; 0 until it is laid out. Hand the first part to the
 * element as its ref.
 */
export function useWidth<E extends HTMLElement>(): [(element: E | null) => void, number] {
  const [element, setElement] = useState<E | null>(null);
  const [width, setWidth] = useState(0);
  const attach = useCallback((attached: E | null) => {
    setElement(attached);
    // The observer reports one frame later; without this the first render would be empty.
    if (attached !== null) setWidth(attached.clientWidth);
  }, []);
  useLayoutEffect(() => {
    if (element === null) return;
    const observer = new ResizeObserver(([entry]) => setWidth(Math.floor(entry?.contentRect.width ?? 0)));
    observer.observe(element);
    return () => observer.disconnect();
  }, [element]);
  return [attach, width];
}
