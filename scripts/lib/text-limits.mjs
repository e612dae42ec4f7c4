/** Maximum lengths of request texts, read from the contract for the fields of the web. */
export function textLimits(contract) {
  const { schemas } = contract.components;
  const limits = {};
  const visit = (name) => {
    if (limits[name] !== undefined) return;
    limits[name] = {};
    for (const [property, schema] of Object.entries(schemas[name].properties ?? {})) {
      if (schema.maxLength !== undefined) limits[name][property] = schema.maxLength;
      references(schema).forEach(visit);
    }
    references({ ...schemas[name], properties: undefined }).forEach(visit);
  };
  for (const path of Object.values(contract.paths))
    for (const { requestBody } of Object.values(path)) references(requestBody ?? {}).forEach(visit);
  return Object.fromEntries(
    Object.entries(limits)
      .filter(([, each]) => Object.keys(each).length > 0)
      .sort(([a], [b]) => a.localeCompare(b)),
  );
}

/** All schemas that a part of the contract refers to, directly or indirectly. */
function references(piece) {
  if (piece === null || typeof piece !== 'object') return [];
  return Object.entries(piece).flatMap(([key, value]) =>
    key === '$ref' ? [value.split('/').at(-1)] : references(value),
  );
}

/** The module that the web imports. */
export const textLimitsModule = (
  contract,
) => `/** Written from the contract, like the client: how long a text may be. */
export const TEXT_LIMITS = ${JSON.stringify(textLimits(contract), null, 2)} as const;
`;
