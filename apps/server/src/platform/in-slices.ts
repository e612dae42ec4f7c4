const SLICE_MS = 15;

/** Processes items in slices and yields to the event loop between them. */
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
