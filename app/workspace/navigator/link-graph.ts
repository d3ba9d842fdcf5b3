/** The link map as nodes and edges: a folded group is one node, and a filter keeps what it names with its neighbours. */
import { holderOf, rigidSets } from '@ligamen/core'
import type { MechanismDocument } from '@ligamen/core'

export interface GraphNode {
  readonly id: string
  readonly kind: 'body' | 'group' | 'chain'
  readonly name: string
  readonly grounded: boolean
  /** Nodes that a chain stands for. */
  readonly members?: readonly string[]
}

export interface GraphEdge {
  /** Id of the joint. */
  readonly id: string
  readonly name: string
  readonly source: string
  readonly target: string
  /** Where along the edge its joint is marked: several joints between two nodes are side by side. */
  readonly share: number
}

/** Two bodies that a rigid group makes one. */
export interface GraphBond {
  readonly id: string
  readonly source: string
  readonly target: string
}

/** Several joints between a folded chain and its neighbour. */
export interface GraphBundle {
  readonly id: string
  readonly source: string
  readonly target: string
  readonly joints: readonly string[]
}

export interface LinkGraph {
  readonly nodes: GraphNode[]
  readonly edges: GraphEdge[]
  readonly bonds: GraphBond[]
  readonly bundles: GraphBundle[]
}

/** `filter` is in lower case; while it is not empty, nothing is folded. */
export function linkGraph(
  document: MechanismDocument,
  filter: string,
  folded: ReadonlySet<string>,
): LinkGraph {
  const groups = new Map((document.groups ?? []).map((group) => [group.id, group]))
  const fits = (name: string) => name.toLowerCase().includes(filter)
  const holders = (id: string): string[] => {
    const holder = holderOf(document, id)
    return holder === undefined ? [] : [holder, ...holders(holder)]
  }
  const nodes = new Map<string, GraphNode>()
  const nodeOf = new Map<string, string>()
  const named = new Set<string>()
  for (const { id, name, grounded } of document.bodies) {
    const above = holders(id)
    const outermost = filter === '' ? above.filter((group) => folded.has(group)).pop() : undefined
    const group = outermost === undefined ? undefined : groups.get(outermost)
    const node: GraphNode = group
      ? { id: group.id, kind: 'group', name: group.name, grounded: false }
      : { id, kind: 'body', name, grounded: grounded === true }
    nodes.set(node.id, node)
    nodeOf.set(id, node.id)
    if (fits(name) || above.some((holder) => fits(groups.get(holder)!.name))) named.add(node.id)
  }
  const datums = new Map(document.datums.map(({ id, body }) => [id, body]))
  const ends = document.joints.flatMap(({ id, name, from, to }) => {
    const source = nodeOf.get(datums.get(from) ?? '')
    const target = nodeOf.get(datums.get(to) ?? '')
    return source === undefined || target === undefined || source === target
      ? []
      : [{ id, name, source, target }]
  })
  const kept = ends.filter(({ name, source, target }) => fits(name) || named.has(source) || named.has(target))
  for (const { source, target } of kept) named.add(source).add(target)
  const bonds = rigidSets(document).flatMap((set): GraphBond[] => {
    const shown = [...new Set(set.map((body) => nodeOf.get(body)!))].filter((node) => named.has(node))
    return shown
      .slice(1)
      .map((target, k) => ({ id: `bond ${shown[k]} ${target}`, source: shown[k]!, target }))
  })
  const between = new Map<string, number>()
  const pairOf = (edge: { source: string; target: string }) => [edge.source, edge.target].sort().join(' ')
  for (const edge of kept) between.set(pairOf(edge), (between.get(pairOf(edge)) ?? 0) + 1)
  const seen = new Map<string, number>()
  return {
    nodes: [...nodes.values()].filter(({ id }) => named.has(id)),
    bonds,
    bundles: [],
    edges: kept.map((edge) => {
      const pair = pairOf(edge)
      const place = (seen.get(pair) ?? 0) + 1
      seen.set(pair, place)
      const share = place / (between.get(pair)! + 1)
      return { ...edge, share: edge.source < edge.target ? share : 1 - share }
    }),
  }
}
