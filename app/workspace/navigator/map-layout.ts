/** Places the nodes of the link map with ELK, in ELK's own worker. */
import ELK from 'elkjs/lib/elk-api.js'
import elkWorker from 'elkjs/lib/elk-worker.min.js?url'

export interface MapNode {
  id: string
  width: number
  height: number
}

export interface MapEdge {
  id: string
  source: string
  target: string
}

let elk: InstanceType<typeof ELK> | null = null

/** Positions (top left corners) by node id. */
export async function layOut(
  nodes: readonly MapNode[],
  edges: readonly MapEdge[],
): Promise<Map<string, { x: number; y: number }>> {
  elk ??= new ELK({ workerFactory: () => new Worker(elkWorker) })
  const laid = await elk.layout({
    id: 'map',
    layoutOptions: {
      'elk.algorithm': 'layered',
      'elk.direction': 'UP',
      'elk.layered.spacing.nodeNodeBetweenLayers': '36',
      'elk.spacing.nodeNode': '36',
      'elk.edgeRouting': 'POLYLINE',
    },
    children: nodes.map((node) => ({ ...node })),
    edges: edges.map(({ id, source, target }) => ({ id, sources: [source], targets: [target] })),
  })
  return new Map((laid.children ?? []).map(({ id, x, y }) => [id, { x: x ?? 0, y: y ?? 0 }]))
}
