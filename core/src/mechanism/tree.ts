/**
 * The spanning tree of bodies: which joints carry a body's coordinates, and which close loops.
 *
 * Grown from ground by priority: rigid joints first (they cost nothing), then driven joints (their coordinates are
 * known), then the joint nearest to ground, so that loops stay short. Bodies that no joint ties to ground hang on
 * ground by six freedoms of their own.
 */
export interface TreeEdge {
  /** Bodies by index. */
  readonly a: number
  readonly b: number
  readonly freedoms: number
  readonly driven: boolean
}

export interface TreeStep {
  readonly body: number
  /** The body it hangs on; -1: on ground. */
  readonly parent: number
  /** The edge it hangs by; -1: grounded, or floating when `floating` is true. */
  readonly edge: number
  readonly floating: boolean
}

export interface SpanningTree {
  /** Every body once, parents before children. */
  readonly steps: readonly TreeStep[]
  /** Edges that close loops, in order. */
  readonly closing: readonly number[]
}

export function spanningTree(grounded: readonly boolean[], edges: readonly TreeEdge[]): SpanningTree {
  const incident: number[][] = grounded.map(() => [])
  edges.forEach(({ a, b }, e) => {
    incident[a].push(e)
    incident[b].push(e)
  })
  const depth = new Int32Array(grounded.length).fill(-1)
  const used = new Set<number>()
  const steps: TreeStep[] = []
  const waiting = new Waiting(edges)

  const reach = (body: number, level: number) => {
    depth[body] = level
    for (const e of incident[body]) if (!used.has(e)) waiting.add(e, level)
  }
  const grow = () => {
    for (let e = waiting.take(); e >= 0; e = waiting.take()) {
      const { a, b } = edges[e]
      if (used.has(e) || (depth[a] >= 0 && depth[b] >= 0)) continue
      const [parent, body] = depth[a] >= 0 ? [a, b] : [b, a]
      used.add(e)
      steps.push({ body, parent, edge: e, floating: false })
      reach(body, depth[parent] + (edges[e].freedoms > 0 ? 1 : 0))
    }
  }

  grounded.forEach((fixed, body) => {
    if (!fixed) return
    steps.push({ body, parent: -1, edge: -1, floating: false })
    reach(body, 0)
  })
  grow()
  for (let body = 0; body < grounded.length; body++) {
    if (depth[body] >= 0) continue
    steps.push({ body, parent: -1, edge: -1, floating: true })
    reach(body, 0)
    grow()
  }
  return { steps, closing: edges.map((_, e) => e).filter((e) => !used.has(e)) }
}

/** Edges waiting to be taken, in three queues by rank; within a queue by distance from ground, then by age. */
class Waiting {
  private readonly queues: number[][][] = [[], [], []]

  constructor(private readonly edges: readonly TreeEdge[]) {}

  add(edge: number, level: number): void {
    const { freedoms, driven } = this.edges[edge]
    const queue = this.queues[freedoms === 0 ? 0 : driven ? 1 : 2]
    ;(queue[level] ??= []).push(edge)
  }

  take(): number {
    for (const queue of this.queues) {
      for (const level of queue) {
        const edge = level?.shift()
        if (edge !== undefined) return edge
      }
    }
    return -1
  }
}
