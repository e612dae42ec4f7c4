import { type GapInterval, intersect, isEmpty } from '@sturdy-shim/core';
import { Button } from 'antd';
import { useState } from 'react';
import type { DraftValveDto } from '../../../shared/api/index.ts';
import { knownGapText } from '../../../shared/format/index.ts';
import { useShopUnit } from '../../../shared/preferences/index.ts';

interface TurnedOverLineProps {
  readonly valve: DraftValveDto;
  /** The gap of the earlier gauging. */
  readonly before: GapInterval | null;
  /** Interval of the gap gauged after turning over; null before the first try. */
  readonly gap: GapInterval | null;
}

/** Whether the gap held when the engine was turned over: it agrees with the gauging before, or it moved. */
export function TurnedOverLine({ valve, before, gap }: TurnedOverLineProps) {
  const unit = useShopUnit();
  if (valve.leftAfter !== 'turned-over' || before === null || gap === null) return null;
  return isEmpty(intersect(before, gap)) ? (
    <p className="words-undecided strong" role="status">
      It moved when the engine was turned over: {knownGapText(before, unit)} before, {knownGapText(gap, unit)} now. Look
      at the lock, the rocker and the cap, and set it again.
    </p>
  ) : (
    <p className="words-inside" role="status">
      It held: the same gap after turning over.
    </p>
  );
}

/** Asks why the adjuster was moved before the gap was gauged, for the record. */
export function MovedUngauged({ say }: { readonly say: (why: 'both-loosened' | 'rebuilt') => void }) {
  const [open, setOpen] = useState(false);
  if (!open) return <Button onClick={() => setOpen(true)}>Moved before it was gauged…</Button>;
  return (
    <>
      <Button onClick={() => say('both-loosened')}>Both adjusters were loosened</Button>
      <Button onClick={() => say('rebuilt')}>The engine was rebuilt</Button>
    </>
  );
}
