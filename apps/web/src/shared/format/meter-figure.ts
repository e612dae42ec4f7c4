/** A meter reading as typed: the hours, or what is wrong with it and how to fix it. */
export type MeterFigure = { readonly hours: number } | { readonly problem: string };

/** Reads what a person typed. Nothing is guessed: a comma may be tenths or thousands, so it is refused and explained. */
export function readMeterFigure(typed: string): MeterFigure {
  const text = typed.trim();
  if (text === '') return { problem: 'Type what the meter shows, for example 412.6.' };
  if (text.includes(',')) {
    return {
      problem: `Is ${text} tenths or thousands? Write tenths with a point and thousands without a mark: 1412.6.`,
    };
  }
  if (/^-/.test(text)) return { problem: 'A meter never shows less than zero. Leave out the minus.' };
  if (!/^\d+(\.\d+)?$/.test(text))
    return { problem: `“${text}” is not a number. Digits and a point only, without a unit.` };
  const hours = Number(text);
  return hours > 999_999.9 ? { problem: 'No meter shows more than 999999.9. Check it again.' } : { hours };
}
