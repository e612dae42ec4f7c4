declare const brand: unique symbol;

/** A number that may not be mixed with a number of another unit. The brand exists for the compiler only. */
export type Quantity<Unit extends string> = number & { readonly [brand]: Unit };

/**
 * Checks a bare number before it becomes a quantity.
 * @throws RangeError when the number is NaN or infinite: user input is checked earlier, so this is a bug of the caller
 */
export function finite<Unit extends string>(value: number, unit: Unit): Quantity<Unit> {
  if (!Number.isFinite(value)) throw new RangeError(`a quantity in ${unit} must be finite, got ${value}`);
  return value as Quantity<Unit>;
}
