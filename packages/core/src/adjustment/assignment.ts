/**
 * The column for each row of a least-cost assignment, by successive shortest augmenting paths with potentials
 * (the Hungarian method; Kuhn 1955, Munkres 1957). At least as many columns as rows.
 */
export function leastCostAssignment(cost: readonly (readonly number[])[]): number[] {
  const rows = cost.length;
  const columns = cost[0]?.length ?? 0;
  if (rows > columns) throw new RangeError('more rows than columns');
  const rowPotential = new Array<number>(rows + 1).fill(0);
  const columnPotential = new Array<number>(columns + 1).fill(0);
  const rowOf = new Array<number>(columns + 1).fill(0);
  for (let row = 1; row <= rows; row += 1) {
    const cameFrom = new Array<number>(columns + 1).fill(0);
    const slack = new Array<number>(columns + 1).fill(Infinity);
    const seen = new Array<boolean>(columns + 1).fill(false);
    rowOf[0] = row;
    let column = 0;
    do {
      seen[column] = true;
      const current = rowOf[column] ?? 0;
      let step = Infinity;
      let next = 0;
      for (let other = 1; other <= columns; other += 1) {
        if (seen[other]) continue;
        const reduced =
          (cost[current - 1]?.[other - 1] ?? Infinity) - (rowPotential[current] ?? 0) - (columnPotential[other] ?? 0);
        if (reduced < (slack[other] ?? Infinity)) {
          slack[other] = reduced;
          cameFrom[other] = column;
        }
        if ((slack[other] ?? Infinity) < step) {
          step = slack[other] ?? Infinity;
          next = other;
        }
      }
      for (let other = 0; other <= columns; other += 1) {
        if (seen[other]) {
          rowPotential[rowOf[other] ?? 0] = (rowPotential[rowOf[other] ?? 0] ?? 0) + step;
          columnPotential[other] = (columnPotential[other] ?? 0) - step;
        } else slack[other] = (slack[other] ?? 0) - step;
      }
      column = next;
    } while (rowOf[column] !== 0);
    do {
      const before = cameFrom[column] ?? 0;
      rowOf[column] = rowOf[before] ?? 0;
      column = before;
    } while (column !== 0);
  }
  const columnOf = new Array<number>(rows).fill(-1);
  for (let column = 1; column <= columns; column += 1) {
    const row = rowOf[column] ?? 0;
    if (row > 0) columnOf[row - 1] = column - 1;
  }
  return columnOf;
}
