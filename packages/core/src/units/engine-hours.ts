import { finite, type Quantity } from './brand.ts';

/** Engine run-hours. */
export type Hours = Quantity<'h'>;

/** @throws RangeError when not finite */
export const hours = (value: number): Hours => finite(value, 'h');
