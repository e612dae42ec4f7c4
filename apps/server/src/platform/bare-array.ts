/**
 * A PostgreSQL array literal of values that need no quoting: numbers, ids, our own words. Faster than the driver, which
 * checks each value.
 */
export const bareArray = (values: readonly (number | string)[]): string => `{${values.join(',')}}`;
