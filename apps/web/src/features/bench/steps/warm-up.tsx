import { Button } from 'antd';
import { useEffect, useState } from 'react';
import type { StepProps } from './step-props.ts';
import { withWork } from './step-frame.tsx';

/** How long the warm-up has run; it goes on over a reload, because only its beginning is kept. */
export function WarmUp({ draft, change }: Pick<StepProps, 'draft' | 'change'>) {
  const from = draft.work?.warmFrom ?? null;
  const passed = usePassed(from);
  return (
    <p className="warm-up">
      {from === null ? (
        <Button onClick={() => change(withWork({ warmFrom: new Date().toISOString() }))}>Start the timer</Button>
      ) : (
        // Stopped before it starts again: no second press of one key restarts what runs.
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
