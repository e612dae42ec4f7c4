/** Groups rows by a key, in their order. (`Map.groupBy` is not in the Node.js that we run on.) */
export function grouped<T, K>(rows: readonly T[], keyOf: (row: T) => K): ReadonlyMap<K, T[]> {
  const groups = new Map<K, T[]>();
  for (const row of rows) {
    const key = keyOf(row);
    const group = groups.get(key);
    if (group === undefined) groups.set(key, [row]);
    else group.push(row);
  }
  return groups;
}
