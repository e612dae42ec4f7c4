import { Suspense, lazy } from 'react';
import type { DayFieldProps } from './day-picker.tsx';

/** The calendar behind the field is fetched where there is one: most pages have none. */
const DayPicker = lazy(async () => ({ default: (await import('./day-picker.tsx')).DayPicker }));

export const DayField = (props: DayFieldProps) => (
  <Suspense fallback={<span className="day-field day-field-coming" />}>
    <DayPicker {...props} />
  </Suspense>
);

/** What a day field wants by its type; inside a form, which binds both, these stand for them. */
export const BOUND_DAY = { value: '', change: (): void => undefined };
