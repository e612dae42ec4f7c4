/**
 * A list as PostgreSQL writes it, of values that need no quotation marks: figures, ids, words of our own. Joined in one go,
 * where the driver would look at each value for marks.
 */
export const bareArray = (values: readonly (number | string)[]): string => `{${values.join(',')}}`;
