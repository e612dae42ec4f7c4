const SLICE_MS = 15;

/** Does something for each of many, and lets others in between: nothing waits longer than a slice. */
export async function inSlices<T, R>(all: readonly T[], work: (each: T) => R): Promise<R[]> {
  const done: R[] = [];
  let since = performance.now();
  for (const each of all) {
    done.push(work(each));
    if (performance.now() - since < SLICE_MS) continue;
    await new Promise((resolve) => setImmediate(resolve));
    since = performance.now();
  }
  return done;
}
