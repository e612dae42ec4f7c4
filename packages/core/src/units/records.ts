/** Names of a record, as its type knows them. */
export const keysOf = <Key extends string>(record: Readonly<Record<Key, unknown>>): Key[] =>
  Object.keys(record) as Key[];

/** Names and values of a record, as its type knows them. */
export const entriesOf = <Key extends string, Value>(record: Readonly<Record<Key, Value>>): [Key, Value][] =>
  Object.entries(record) as [Key, Value][];

/** The value of a key that is certainly there. @throws where it is not: that is a bug of the caller */
export function valueAt<Key, Value>(map: ReadonlyMap<Key, Value>, key: Key): Value {
  const value = map.get(key);
  if (value === undefined) throw new Error(`no value for ${String(key)}`);
  return value;
}

/** The first of a list that is certainly not empty. @throws where it is: that is a bug of the caller */
export function firstOf<Value>(list: readonly Value[]): Value {
  const [first] = list;
  if (first === undefined) throw new Error('the list is empty');
  return first;
}

/** The item at a place that the list certainly has. @throws where it has not: that is a bug of the caller */
export function itemAt<Value>(list: readonly Value[], index: number): Value {
  const item = list[index];
  if (item === undefined) throw new Error(`the list has no item ${index}`);
  return item;
}

/** A record of a value for each key. */
export const recordOf = <Key extends string, Value>(
  keys: readonly Key[],
  valueOf: (key: Key) => Value,
): Record<Key, Value> => Object.fromEntries(keys.map((key) => [key, valueOf(key)])) as Record<Key, Value>;

/** A field of a value of unknown type, such as an error of a library; undefined where there is none. */
export const fieldOf = (value: unknown, name: string): unknown =>
  typeof value === 'object' && value !== null ? (value as Readonly<Record<string, unknown>>)[name] : undefined;
