import { useEffect, useRef, useState } from 'react';

/** A debounced value, so that not every keystroke sends a request. */
export function useDebounced<T>(value: T, ms = 250): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), ms);
    return () => clearTimeout(timer);
  }, [value, ms]);
  return settled;
}

/** The same for a function: only the last of several quick calls runs. */
export function useLater<A extends readonly unknown[]>(run: (...args: A) => void, ms = 250): (...args: A) => void {
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(timer.current), []);
  return (...args) => {
    clearTimeout(timer.current);
    timer.current = setTimeout(() => run(...args), ms);
  };
}
