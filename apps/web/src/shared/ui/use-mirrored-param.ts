import { useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';

/**
 * One word of the address that keys move. The state answers at once and the address follows: an address changes in a
 * transition, and a key pressed in the meantime would still mean what stood there before.
 */
export function useMirroredParam(name: string): [string | undefined, (value: string | undefined) => void] {
  const [params, setParams] = useSearchParams();
  const shown = params.get(name) ?? undefined;
  const [value, setValue] = useState(shown);
  useEffect(() => {
    setParams(
      (before) => {
        const after = new URLSearchParams(before);
        if (value === undefined) after.delete(name);
        else after.set(name, value);
        return after;
      },
      { replace: true, preventScrollReset: true },
    );
    // Only a change of the value moves the address: others may change their own words of it.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [value]);
  return [value, setValue];
}
