declare const brand: unique symbol;

/** A number that may not be mixed with a number of another unit. The brand exists for the compiler only. */
export type Quantity<Unit extends string> = number & { readonly [brand]: Unit };

/**
 * Guards the doors where a bare number becomes a quantity.
 * @throws RangeError when the number is NaN or infinite: user input is checked before it gets here, so this is our own bug.
 */
export function finite<Unit extends string>(value: number, unit: Unit): Quantity<Unit> {
  if (!Number.isFinite(value)) throw new RangeError(`a quantity in ${unit} must be finite, got ${value}`);
  return value as Quantity<Unit>;
}
