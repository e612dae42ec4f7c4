/** Refused while all of these fields are empty. */
export const oneOf =
  (names: readonly string[], message: string) =>
  ({ getFieldValue }: { readonly getFieldValue: (name: string) => unknown }) => ({
    validator: () =>
      names.every((name) => (getFieldValue(name) ?? '') === '')
        ? Promise.reject(new Error(message))
        : Promise.resolve(),
  });
