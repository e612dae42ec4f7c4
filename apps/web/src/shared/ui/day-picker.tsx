import { DatePicker } from 'antd';
import britain from 'antd/es/date-picker/locale/en_GB';
import states from 'antd/es/date-picker/locale/en_US';
import dayjs from 'dayjs';
import 'dayjs/locale/en-gb';
import type { ShopLocale } from '@sturdy-shim/core';
import { shopLocale } from '../format/index.ts';

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

const DAY_FIRST = ['D MMM YYYY', 'D/M/YYYY'];
/** How a day is shown, then how else it may be typed. */
const FORMATS: Readonly<Record<ShopLocale, readonly string[]>> = {
  'en-US': ['MMM D, YYYY', 'M/D/YYYY'],
  'en-CA': ['MMM D, YYYY'],
  'en-GB': DAY_FIRST,
  'en-AU': DAY_FIRST,
  'en-NZ': DAY_FIRST,
  'en-IE': DAY_FIRST,
};

/** A day, picked or typed: as the shop reads it, or with the year first. */
export const DayPicker = ({ value, change, required = false, min, max, wrong = false, ...named }: DayFieldProps) => (
  <DatePicker
    {...named}
    className="day-field"
    value={value === '' ? null : dayjs(value, ISO)}
    onChange={(day) => change(day === null ? '' : day.format(ISO))}
    format={[...FORMATS[shopLocale()], ISO]}
    locale={shopLocale() === 'en-US' || shopLocale() === 'en-CA' ? states : britain}
    allowClear={!required}
    required={required}
    needConfirm={false}
    status={wrong ? 'error' : ''}
    {...(min !== undefined && { minDate: dayjs(min, ISO) })}
    {...(max !== undefined && { maxDate: dayjs(max, ISO) })}
  />
);
