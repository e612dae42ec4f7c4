import { DatePicker } from 'antd';
import { useMemo } from 'react';
import dayjs from 'dayjs';
import customParseFormat from 'dayjs/plugin/customParseFormat.js';
import updateLocale from 'dayjs/plugin/updateLocale.js';
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
/** Display format first, then other accepted formats. */
const FORMATS: Readonly<Record<ShopLocale, readonly string[]>> = {
  'en-US': ['MMM D, YYYY', 'M/D/YYYY'],
  'en-CA': ['MMM D, YYYY'],
  'en-GB': DAY_FIRST,
  'en-AU': DAY_FIRST,
  'en-NZ': DAY_FIRST,
  'en-IE': DAY_FIRST,
};

dayjs.extend(updateLocale);
dayjs.extend(customParseFormat);
/** A week of the calendar begins on Sunday in North America, on Monday elsewhere. */
function beginWeek(locale: ShopLocale): void {
  dayjs.updateLocale('en', { weekStart: locale === 'en-US' || locale === 'en-CA' ? 0 : 1 });
}

/** A day, picked or typed: as the shop reads it, or with the year first. */
export const DayPicker = ({ value, change, required = false, min, max, wrong = false, ...named }: DayFieldProps) => {
  const locale = shopLocale();
  useMemo(() => beginWeek(locale), [locale]);
  const formats = [...FORMATS[locale], ISO];
  // The library takes typed text over a moment later: a key that follows at once would lose it.
  const takeOver = (input: EventTarget): void => {
    const typed = input instanceof HTMLInputElement ? dayjs(input.value.trim(), formats, true) : null;
    const day = typed?.isValid() === true ? typed.format(ISO) : value;
    if (day !== value && (min === undefined || day >= min) && (max === undefined || day <= max)) change(day);
  };
  return (
    <DatePicker
      {...named}
      className="day-field"
      value={value === '' ? null : dayjs(value, ISO)}
      onChange={(day) => change(day === null ? '' : day.format(ISO))}
      format={formats}
      onBlur={(event) => takeOver(event.target)}
      onKeyDown={(event) => {
        if (event.key === 'Enter' || event.key === 'Tab') takeOver(event.target);
      }}
      allowClear={!required}
      required={required}
      needConfirm={false}
      status={wrong ? 'error' : ''}
      {...(min !== undefined && { minDate: dayjs(min, ISO) })}
      {...(max !== undefined && { maxDate: dayjs(max, ISO) })}
    />
  );
};
