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
/** Rejects when the worker cannot be loaded, such as without a connection. */
let broken: Promise<never> | null = null

function started(): InstanceType<typeof ELK> {
  const workerFactory = () => {
    const worker = new Worker(elkWorker)
    broken = new Promise((_, reject) => {
      worker.addEventListener('error', () => {
        elk = null
        reject(new Error('The layout of the link map cannot be loaded.'))
      })
    })
    broken.catch(() => undefined)
    return worker
  }
  return (elk ??= new ELK({ workerFactory }))
}

/** Positions (top left corners) by node id. Rejects when the layout cannot be loaded. @param edges from left to right */
async function layOut(
  nodes: readonly MapNode[],
  edges: readonly MapEdge[],
): Promise<Map<string, { x: number; y: number }>> {
  const laying = started().layout({
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
  const laid = await Promise.race([laying, broken!])
  return new Map((laid.children ?? []).map(({ id, x, y }) => [id, { x: x ?? 0, y: y ?? 0 }]))
}

/** Pause before it is asked for again, when it could not be loaded [ms]. */
const PAUSE = 2000

/** The same, as soon as it can be had; null when nobody wants it any more. */
export async function layOutInTime(
  nodes: () => readonly MapNode[],
  edges: () => readonly MapEdge[],
  isWanted: () => boolean,
): Promise<Map<string, { x: number; y: number }> | null> {
  while (isWanted()) {
    const laid = await layOut(nodes(), edges()).catch(() => null)
    if (laid) return laid
    await new Promise((resolve) => setTimeout(resolve, PAUSE))
  }
  return null
}
