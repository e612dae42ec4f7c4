import { useEffect, useRef, useState } from 'react';

/** A debounced value, so that the server is not asked at every keystroke. */
export function useDebounced<T>(value: T, ms = 250): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), ms);
    return () => clearTimeout(timer);
  }, [value, ms]);
  return settled;
}

/** The same for what is done: only the last call in a row runs, once nothing followed it for a moment. */
export function useLater<A extends readonly unknown[]>(run: (...args: A) => void, ms = 250): (...args: A) => void {
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(timer.current), []);
  return (...args) => {
    clearTimeout(timer.current);
    timer.current = setTimeout(() => run(...args), ms);
  };
}
