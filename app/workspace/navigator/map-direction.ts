/** Directions of the edges of the link map: away from ground, so that it reads from left to right. */
import type { GraphNode } from './link-graph'

interface Link {
  readonly source: string
  readonly target: string
  readonly share?: number
}

/** The edges, each from the end that is nearer to ground. */
export function awayFromGround<E extends Link>(
  nodes: readonly Pick<GraphNode, 'id' | 'grounded'>[],
  edges: readonly E[],
): E[] {
  const depth = new Map(nodes.filter(({ grounded }) => grounded).map(({ id }) => [id, 0]))
  const next = new Map<string, string[]>()
  for (const { source, target } of edges) {
    next.set(source, [...(next.get(source) ?? []), target])
    next.set(target, [...(next.get(target) ?? []), source])
  }
  const waiting = [...depth.keys()]
  for (let k = 0; k < waiting.length; k++) {
    const id = waiting[k]!
    for (const other of next.get(id) ?? []) {
      if (depth.has(other)) continue
      depth.set(other, depth.get(id)! + 1)
      waiting.push(other)
    }
  }
  const of = (id: string) => depth.get(id) ?? Infinity
  return edges.map((edge) =>
    of(edge.target) < of(edge.source)
      ? {
          ...edge,
          source: edge.target,
          target: edge.source,
          ...(edge.share === undefined ? {} : { share: 1 - edge.share }),
        }
      : edge,
  )
}
