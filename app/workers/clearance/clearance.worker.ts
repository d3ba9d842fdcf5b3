/** Follows pairs of bodies over a recorded motion; one of these works on each core. */
import {
  ClearanceFollower,
  keepMesh,
  openBodies,
  openModel,
  reasons,
  recordMotion,
  resolvePlaces,
  solidsIn,
  SolidStore,
} from '@ligamen/core'
import type { ClearanceTask, Solid } from '@ligamen/core'
import type { FromClearance, ToClearance } from './protocol'

/** Solids stay, since most bodies are as they were when something is asked again. */
const store = new SolidStore()
let solidOf: ((body: number) => Solid) | null = null
let task: ClearanceTask | null = null
let follower: ClearanceFollower | null = null

const say = (message: FromClearance) => (globalThis as unknown as Worker).postMessage(message)

function hear(asked: ToClearance): void {
  switch (asked.type) {
    case 'document': {
      for (const [hash, positions] of asked.meshes) keepMesh(hash, { positions })
      const places = resolvePlaces(asked.document)
      solidOf = places.ok ? solidsIn(places.value, store) : null
      // while another one records, there is time for all of them
      if (asked.records) record(asked)
      else asked.document.bodies.forEach((_, body) => solidOf?.(body))
      break
    }
    case 'task':
      task = asked.task
      follower = solidOf && new ClearanceFollower(task, solidOf)
      break
    case 'follow':
      say({ type: 'followed', pairs: asked.pairs.map((k) => follower!.follow(task!.pairs[k]!)) })
      break
    case 'open':
      say({ type: 'open', open: openBodies(task!, store) })
  }
}

function record({ document, scenario }: ToClearance & { type: 'document' }): void {
  const model = openModel(document)
  if (!model.ok) return say({ type: 'failed', message: reasons(model.problems) })
  const task = recordMotion(model.value, scenario)
  if (!task.ok) return say({ type: 'failed', message: reasons(task.problems) })
  say({ type: 'recorded', task: task.value })
}

globalThis.onmessage = ({ data }: MessageEvent<ToClearance>) => {
  try {
    hear(data)
  } catch (error) {
    say({ type: 'failed', message: String((error as Error).message ?? error) })
  }
}
