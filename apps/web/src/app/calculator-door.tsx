import { Suspense, lazy, useState } from 'react';
import { textInAddress, useAddressState, useKeys } from '../shared/ui/index.ts';

const Calculator = lazy(async () => ({ default: (await import('../features/calculator/index.ts')).Calculator }));
const DOOR = { calculate: textInAddress };

/** Loads the calculator's code when it is first opened, by its key or by a link. */
export function CalculatorDoor() {
  const [{ calculate }, change] = useAddressState(DOOR, { history: 'replace' });
  const [wasOpen, setWasOpen] = useState(false);
  if (calculate !== undefined && !wasOpen) setWasOpen(true);
  useKeys([{ key: 'r', what: 'Open the calculator', run: () => change({ calculate: calculate ?? 'blades' }) }]);
  return wasOpen ? (
    <Suspense fallback={null}>
      <Calculator />
    </Suspense>
  ) : null;
}
