/** What the link map shows of the open mechanism: the whole graph, or what is near to the selection with the rest folded. */
import { useMechanismStore } from '~/model/document/mechanism'
import { useStates } from '~/model/pose/useStates'
import { useSelectionStore } from '~/model/screen/selection'
import { linkGraph } from './link-graph'
import type { LinkGraph } from './link-graph'
import { awayFromGround } from './map-direction'
import { FEW_NODES, foldChains } from './map-folding'
import { useNavigatorStore } from './navigator'

export function useMapGraph() {
  const mechanism = useMechanismStore()
  const navigator = useNavigatorStore()
  const selection = useSelectionStore()
  const states = useStates()

  const whole = computed<LinkGraph>(() =>
    mechanism.document
      ? linkGraph(mechanism.document, navigator.wanted, navigator.folded)
      : { nodes: [], edges: [], bonds: [], bundles: [] },
  )
  const isLarge = computed(() => whole.value.nodes.length > FEW_NODES)
  const isWhole = computed(() => !isLarge.value || navigator.wanted !== '' || navigator.whole)
  /** Nodes that are selected, or that a selected joint joins. */
  const focus = computed(() => {
    const { nodes, edges } = whole.value
    const ids = new Set(selection.all.map(({ id }) => id))
    const datum = mechanism.document?.datums.find(({ id }) => ids.has(id))
    if (datum) ids.add(datum.body)
    return new Set([
      ...nodes.filter(({ id }) => ids.has(id)).map(({ id }) => id),
      ...edges.filter(({ id }) => ids.has(id)).flatMap(({ source, target }) => [source, target]),
    ])
  })
  const graph = computed<LinkGraph>(() => {
    const shown = isWhole.value ? whole.value : foldChains(whole.value, focus.value)
    const { nodes, edges, bonds, bundles } = shown
    const count = edges.length + bonds.length
    const turned = awayFromGround(nodes, [...edges, ...bonds, ...bundles])
    return {
      nodes,
      edges: turned.slice(0, edges.length) as typeof edges,
      bonds: turned.slice(edges.length, count),
      bundles: turned.slice(count) as typeof bundles,
    }
  })
  const joints = computed(() =>
    graph.value.edges.map((edge) => ({ ...edge, state: states.value[edge.id] ?? 'parked' })),
  )
  const links = computed(() => [...joints.value, ...graph.value.bonds, ...graph.value.bundles])
  /** Nodes of the whole map that a driven joint moves. */
  const driven = computed(
    () =>
      new Set(
        whole.value.edges.filter(({ id }) => states.value[id] === 'drives').map(({ target }) => target),
      ),
  )
  const isMoved = (id: string, members: readonly string[] = [id]) =>
    members.some((member) => driven.value.has(member))

  return { whole, graph, joints, links, focus, isLarge, isMoved }
}
