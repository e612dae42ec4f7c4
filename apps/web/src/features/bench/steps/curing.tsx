import { Button } from 'antd';
import { useEffect, useState } from 'react';
import type { FamilyDto } from '../../../shared/api/index.ts';
import { clockText, durationText } from '../../../shared/format/index.ts';
import { usePassed } from './warm-up.tsx';

interface CuringProps {
  readonly family: FamilyDto;
  /** When the sealant was put on; null until the timer was started. */
  readonly sealantAt: string | null;
  /** Resets the timer; omitted if it is only shown. */
  readonly stop?: () => void;
}

/** How long the sealant has cured, and what is still missing before oil and running. */
export function Curing({ family, sealantAt, stop }: CuringProps) {
  const { sealCureHours } = family.sheet;
  const passed = usePassed(sealantAt);
  const missingMs = useCureMissing(sealantAt, sealCureHours);
  if (sealantAt === null)
    return sealCureHours === null ? null : <p>Sealant: {sealCureHours} h before oil and running.</p>;
  return (
    <p role="status" className={missingMs > 0 ? 'words-undecided strong' : undefined}>
      Sealant on since {clockText(sealantAt)}, <span className="mono">{passed}</span> ago
      {sealCureHours !== null &&
        (missingMs > 0
          ? `: ${durationText(missingMs)} of ${sealCureHours} h are missing before oil and running.`
          : `: cured, ${sealCureHours} h are over.`)}{' '}
      {stop && <Button onClick={stop}>Stop the timer</Button>}
    </p>
  );
}

/** Remaining cure time of the sealant, ms; 0 without sealant or without a stated cure time. */
function useCureMissing(sealantAt: string | null, cureHours: number | null): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 10_000);
    return () => clearInterval(timer);
  }, []);
  return sealantAt === null || cureHours === null
    ? 0
    : Math.max(0, Date.parse(sealantAt) + cureHours * 3_600_000 - now);
}
