import { Suspense, lazy } from 'react';
import type { DayFieldProps } from './day-picker.tsx';

/** The calendar behind the field is fetched where there is one: most pages have none. */
const DayPicker = lazy(async () => ({ default: (await import('./day-picker.tsx')).DayPicker }));

export const DayField = (props: DayFieldProps) => (
  <Suspense fallback={<span className="day-field day-field-coming" />}>
    <DayPicker {...props} />
  </Suspense>
);
