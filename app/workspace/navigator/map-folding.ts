/**
 * A large link map made readable: what is near to the selection is shown as it is, everything else is folded into chains. A
 * chain is what hangs together once ground and the nodes that are shown are taken away.
 */
import type { GraphEdge, GraphNode, LinkGraph } from './link-graph'

/** Maps of no more nodes than this are shown whole. */
export const FEW_NODES = 14
/** How many joints from the selection nodes are still shown. */
const REACH = 2

interface Link {
  readonly source: string
  readonly target: string
}

/** @param focus nodes that are selected */
export function foldChains(graph: LinkGraph, focus: ReadonlySet<string>): LinkGraph {
  const links: readonly Link[] = [...graph.edges, ...graph.bonds]
  const next = neighboursOf(links)
  const grounded = new Set(graph.nodes.filter((node) => node.grounded).map(({ id }) => id))
  const shown = new Set([...grounded, ...near(focus, next, grounded)])
  const byId = new Map(graph.nodes.map((node) => [node.id, node]))

  const nodes: GraphNode[] = graph.nodes.filter(({ id }) => shown.has(id))
  const folded = new Map<string, string>()
  for (const members of chainsOf(graph, shown, next)) {
    if (members.length === 1) {
      nodes.push(byId.get(members[0]!)!)
      continue
    }
    const chain = chainNode(
      members.map((id) => byId.get(id)!),
      next,
    )
    nodes.push(chain)
    for (const member of members) folded.set(member, chain.id)
  }
  const at = <L extends Link>(link: L): L => ({
    ...link,
    source: folded.get(link.source) ?? link.source,
    target: folded.get(link.target) ?? link.target,
  })
  const outside = <L extends Link>(list: readonly L[]) =>
    list.map(at).filter(({ source, target }) => source !== target)
  return { nodes, bonds: onceEach(outside(graph.bonds)), ...bundled(outside(graph.edges), folded) }
}

function neighboursOf(links: readonly Link[]): ReadonlyMap<string, ReadonlySet<string>> {
  const next = new Map<string, Set<string>>()
  const add = (from: string, to: string) => {
    const known = next.get(from)
    if (known) known.add(to)
    else next.set(from, new Set([to]))
  }
  for (const { source, target } of links) {
    add(source, target)
    add(target, source)
  }
  return next
}

/** Nodes within reach of the focus; the way does not lead on through ground. */
function near(
  focus: ReadonlySet<string>,
  next: ReadonlyMap<string, ReadonlySet<string>>,
  grounded: ReadonlySet<string>,
): Set<string> {
  const found = new Set(focus)
  let border = [...focus]
  for (let step = 0; step < REACH; step++) {
    border = border
      .filter((id) => !grounded.has(id))
      .flatMap((id) => [...(next.get(id) ?? [])])
      .filter((id) => !found.has(id))
    for (const id of border) found.add(id)
  }
  return found
}

/** What hangs together among the nodes that are not shown; all that nothing joins is one chain. */
function chainsOf(
  graph: LinkGraph,
  shown: ReadonlySet<string>,
  next: ReadonlyMap<string, ReadonlySet<string>>,
): string[][] {
  const chains: string[][] = []
  const alone: string[] = []
  const seen = new Set(shown)
  for (const { id } of graph.nodes) {
    if (seen.has(id)) continue
    const members: string[] = []
    const waiting = [id]
    seen.add(id)
    for (let one = waiting.pop(); one !== undefined; one = waiting.pop()) {
      members.push(one)
      for (const other of next.get(one) ?? []) {
        if (seen.has(other)) continue
        seen.add(other)
        waiting.push(other)
      }
    }
    if (members.length === 1 && !next.has(id)) alone.push(id)
    else chains.push(members)
  }
  return alone.length > 0 ? [...chains, alone] : chains
}

/** Called after the member with the most neighbours. */
function chainNode(members: readonly GraphNode[], next: ReadonlyMap<string, ReadonlySet<string>>): GraphNode {
  const count = ({ id }: GraphNode) => next.get(id)?.size ?? 0
  const hub = members.reduce((best, one) => (count(one) > count(best) ? one : best))
  return {
    id: `chain ${hub.id}`,
    kind: 'chain',
    name: `${hub.name} and ${members.length - 1} more`,
    grounded: false,
    members: members.map(({ id }) => id),
  }
}

/** Several joints between a chain and its neighbour are one line with their number. */
function bundled(
  edges: readonly GraphEdge[],
  folded: ReadonlyMap<string, string>,
): Pick<LinkGraph, 'edges' | 'bundles'> {
  const chains = new Set(folded.values())
  const pairs = new Map<string, GraphEdge[]>()
  for (const edge of edges) {
    const pair = [edge.source, edge.target].sort().join(' ')
    pairs.set(pair, [...(pairs.get(pair) ?? []), edge])
  }
  const single: GraphEdge[] = []
  const bundles: LinkGraph['bundles'][number][] = []
  for (const [pair, between] of pairs) {
    const [first] = between
    if (between.length > 1 && (chains.has(first!.source) || chains.has(first!.target))) {
      const { source, target } = first!
      bundles.push({ id: `joints ${pair}`, source, target, joints: between.map(({ id }) => id) })
    } else single.push(...(between.length > 1 ? between : [{ ...first!, share: 0.5 }]))
  }
  return { edges: single, bundles }
}

const onceEach = <L extends { readonly id: string } & Link>(links: readonly L[]): L[] => [
  ...new Map(links.map((link) => [[link.source, link.target].sort().join(' '), link])).values(),
]
