/** Invalid values that people and faulty programs send. */
const ODD = [
  null,
  true,
  false,
  0,
  -0,
  -1,
  1e308,
  -1e308,
  1e-320,
  2 ** 53,
  0.1 + 0.2,
  2_147_483_648,
  9.3e18,
  '',
  ' ',
  '0',
  'NaN',
  'null',
  '=1+1',
  "'; drop table unit; --",
  '%',
  '_%\\',
  '../../etc/passwd',
  '<script>alert(1)</script>',
  '\u0000',
  '\ud800',
  '\u202e',
  '𝔘𝔫𝔦𝔱',
  'ß'.repeat(40),
  'x'.repeat(10_000),
  '2026-02-31T00:00:00Z',
  '2026-13-01',
  '0000-00-00',
  '+275760-09-13T00:00:00Z',
  '-1e1000',
  [],
  [[]],
  [null],
  {},
  { toString: 1 },
  { length: -1 },
  Array.from({ length: 400 }, (_, index) => index),
];

/** Mutates one place of a value: another type, a missing or an unknown field, too many entries, too deep. */
export function spoiled(value, chance) {
  if (chance.below(0.25) || value === null || typeof value !== 'object') return oddValue(chance);
  if (Array.isArray(value)) {
    if (value.length === 0 || chance.below(0.3))
      return chance.below(0.5)
        ? [...value, oddValue(chance)]
        : Array.from({ length: 200 }, () => value[0] ?? oddValue(chance));
    const at = chance.whole(0, value.length - 1);
    return value.map((each, index) => (index === at ? spoiled(each, chance) : each));
  }
  const names = Object.keys(value);
  const how = chance.next();
  if (names.length === 0 || how < 0.15)
    return {
      ...value,
      [chance.pick(['extra', '__proto__x', 'constructor', 'id', 'version', 'signedBy'])]: oddValue(chance),
    };
  const name = chance.pick(names);
  if (how < 0.35) {
    const { [name]: _left, ...rest } = value;
    return rest;
  }
  return { ...value, [name]: spoiled(value[name], chance) };
}

export function oddValue(chance) {
  return chance.pick(ODD);
}
