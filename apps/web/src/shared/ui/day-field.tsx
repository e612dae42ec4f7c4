import { Suspense, lazy } from 'react';
import type { DayFieldProps } from './day-picker.tsx';

/** The calendar's code is loaded on demand, because most pages have no day field. */
const DayPicker = lazy(async () => ({ default: (await import('./day-picker.tsx')).DayPicker }));

export const DayField = (props: DayFieldProps) => (
  <Suspense fallback={<span className="day-field day-field-coming" />}>
    <DayPicker {...props} />
  </Suspense>
);

/** Required by its type; inside a form, which binds both, these defaults are used. */
export const BOUND_DAY = { value: '', change: (): void => undefined };
