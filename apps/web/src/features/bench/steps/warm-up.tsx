import { Button } from 'antd';
import { useEffect, useState } from 'react';
import type { StepProps } from './step-props.ts';
import { withWork } from './step-frame.tsx';

/** Duration of the warm-up; it survives a reload, because its start time is stored. */
export function WarmUp({ draft, change }: Pick<StepProps, 'draft' | 'change'>) {
  const from = draft.work?.warmFrom ?? null;
  const passed = usePassed(from);
  return (
    <p className="warm-up">
      {from === null ? (
        <Button onClick={() => change(withWork({ warmFrom: new Date().toISOString() }))}>Start the timer</Button>
      ) : (
        // It must be stopped before it can be restarted, so that a repeated key press does not reset it.
        <>
          <span className="mono">{passed}</span> since the warm-up began.{' '}
          <Button onClick={() => change(withWork({ warmFrom: null }))}>Stop the timer</Button>
        </>
      )}
    </p>
  );
}

/** Minutes and seconds since a moment, counting; null where there is none. */
export function usePassed(from: string | null): string | null {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (from === null) return;
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, [from]);
  if (from === null) return null;
  const seconds = Math.max(0, Math.floor((now - Date.parse(from)) / 1000));
  const [hours, minutes] = [Math.floor(seconds / 3600), Math.floor((seconds % 3600) / 60)];
  const two = (value: number): string => String(value).padStart(2, '0');
  return `${hours > 0 ? `${hours}:` : ''}${two(minutes)}:${two(seconds % 60)}`;
}
