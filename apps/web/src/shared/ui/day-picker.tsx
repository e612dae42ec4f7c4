import { DatePicker } from 'antd';
import dayjs from 'dayjs';

export interface DayFieldProps {
  readonly id?: string;
  readonly 'aria-label'?: string;
  readonly 'aria-describedby'?: string;
  /** A calendar day as `2026-05-04`; empty for none. It is a day of the shop, and never a moment. */
  readonly value: string;
  readonly change: (day: string) => void;
  readonly required?: boolean;
  readonly min?: string;
  readonly max?: string;
  readonly wrong?: boolean;
}

const ISO = 'YYYY-MM-DD';

/** A day, picked or typed: as the shop reads it, or with the year first. */
export const DayPicker = ({ value, change, required = false, min, max, wrong = false, ...named }: DayFieldProps) => (
  <DatePicker
    {...named}
    className="day-field"
    value={value === '' ? null : dayjs(value, ISO)}
    onChange={(day) => change(day === null ? '' : day.format(ISO))}
    format={['MMM D, YYYY', ISO, 'M/D/YYYY']}
    allowClear={!required}
    required={required}
    needConfirm={false}
    status={wrong ? 'error' : ''}
    {...(min !== undefined && { minDate: dayjs(min, ISO) })}
    {...(max !== undefined && { maxDate: dayjs(max, ISO) })}
  />
);
