/**
 * Strongly connected components of a directed graph, each after those it leads to.
 * Source: Tarjan, "Depth-first search and linear graph algorithms", SIAM J. Computing 1 (1972); without recursion.
 */
export function strongComponents(edges: readonly (readonly number[])[]): number[][] {
  const n = edges.length
  const index = new Int32Array(n).fill(-1)
  const low = new Int32Array(n)
  const onStack = new Uint8Array(n)
  const next = new Int32Array(n)
  const stack: number[] = []
  const found: number[][] = []
  let counter = 0
  for (let start = 0; start < n; start++) {
    if (index[start] >= 0) continue
    const walk = [start]
    while (walk.length > 0) {
      const v = walk[walk.length - 1]
      if (index[v] < 0) {
        index[v] = low[v] = counter++
        stack.push(v)
        onStack[v] = 1
      }
      if (next[v] < edges[v].length) {
        const w = edges[v][next[v]++]
        if (index[w] < 0) walk.push(w)
        else if (onStack[w]) low[v] = Math.min(low[v], index[w])
        continue
      }
      walk.pop()
      const above = walk[walk.length - 1]
      if (above !== undefined) low[above] = Math.min(low[above], low[v])
      if (low[v] !== index[v]) continue
      const component: number[] = []
      let w: number
      do {
        w = stack.pop()!
        onStack[w] = 0
        component.push(w)
      } while (w !== v)
      found.push(component)
    }
  }
  return found
}
