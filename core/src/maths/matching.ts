/**
 * A perfect matching of a bipartite graph: every row gets a column of its own among those it touches, or -1 when there
 * is none left. Source: Kuhn, "The Hungarian method" (1955), by augmenting paths, without recursion.
 *
 * @param touches columns of every row
 * @returns the column of every row
 */
export function matchRows(touches: readonly (readonly number[])[], columns: number): Int32Array {
  const columnOf = new Int32Array(touches.length).fill(-1)
  const rowOf = new Int32Array(columns).fill(-1)
  const seen = new Int32Array(columns).fill(-1)
  const next = new Int32Array(touches.length)

  // most rows find a free column at once
  touches.forEach((mine, row) => {
    const free = mine.find((column) => rowOf[column] < 0)
    if (free === undefined) return
    columnOf[row] = free
    rowOf[free] = row
  })
  for (let start = 0; start < touches.length; start++) {
    if (columnOf[start] >= 0) continue
    const walk = [start]
    const entered: number[] = []
    next[start] = 0
    while (walk.length > 0) {
      const row = walk[walk.length - 1]
      if (next[row] >= touches[row].length) {
        walk.pop()
        entered.pop()
        continue
      }
      const column = touches[row][next[row]++]
      if (seen[column] === start) continue
      seen[column] = start
      entered.push(column)
      const holder = rowOf[column]
      if (holder >= 0) {
        next[holder] = 0
        walk.push(holder)
        continue
      }
      walk.forEach((r, k) => {
        columnOf[r] = entered[k]
        rowOf[entered[k]] = r
      })
      break
    }
  }
  return columnOf
}
