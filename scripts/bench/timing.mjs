const at = (values, share) =>
  values.toSorted((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))];
export const median = (values) => at(values, 0.5);
export const p95 = (values) => at(values, 0.95);

/** Durations of sequential repetitions in ms, after some warm-up repetitions. */
export async function timed(work, { times = 20, warm = 3 } = {}) {
  for (let turn = 0; turn < warm; turn += 1) await work();
  const durations = [];
  for (let turn = 0; turn < times; turn += 1) {
    const began = performance.now();
    await work();
    durations.push(performance.now() - began);
  }
  return durations;
}

export const rounded = (value) => Number(value.toPrecision(3));
