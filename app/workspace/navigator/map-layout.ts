/** Places the nodes of the link map with ELK, in ELK's own worker: ground at the left, what hangs on it to the right of it. */
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

/** Positions (top left corners) by node id. @param edges from left to right */
export async function layOut(
  nodes: readonly MapNode[],
  edges: readonly MapEdge[],
): Promise<Map<string, { x: number; y: number }>> {
  elk ??= new ELK({ workerFactory: () => new Worker(elkWorker) })
  const laid = await elk.layout({
    id: 'map',
    layoutOptions: {
      'elk.algorithm': 'layered',
      'elk.direction': 'RIGHT',
      // fewer tries to untangle lines: a fifth less time, and of trees as these there is little to untangle
      'elk.layered.thoroughness': '3',
      'elk.layered.spacing.nodeNodeBetweenLayers': '30',
      'elk.spacing.nodeNode': '12',
      'elk.spacing.componentComponent': '14',
      'elk.aspectRatio': '0.8',
      'elk.edgeRouting': 'POLYLINE',
    },
    children: nodes.map(({ id, width, height }) => ({ id, width, height })),
    edges: edges.map(({ id, source, target }) => ({
      id,
      sources: [source],
      targets: [target],
    })),
  })
  return new Map((laid.children ?? []).map(({ id, x, y }) => [id, { x: x ?? 0, y: y ?? 0 }]))
}
