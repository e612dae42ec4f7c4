/** A count of many, with its thousands marked: `40,218`. */
export const countText = (count: number): string => count.toLocaleString('en-US');
