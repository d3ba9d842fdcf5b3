/** Which bodies overlap where they are on screen; asked for by hand, and stale as soon as anything moves. */
import { frameOfPose, POSE, rigidSets } from '@ligamen/core'
import type { MechanismDocument } from '@ligamen/core'
import { trianglesIn } from '~/build/shapes/triangles'
import type { FromOverlap, Overlap, OverlapBody } from '~/workers/overlap.worker'
import { useMechanismStore } from '../../model/document/mechanism'
import { useOverlaysStore } from '../../view/overlays'
import { usePoseStore } from '../../model/pose/pose'

export const useOverlapsStore = defineStore('overlaps', () => {
  const mechanism = useMechanismStore()
  const pose = usePoseStore()
  const found = shallowRef<readonly Overlap[] | null>(null)
  const unclosed = shallowRef<readonly string[]>([])
  const progress = ref<number | null>(null)
  const fault = ref('')
  /** The one that is marked alone; all when there is none. */
  const chosen = ref<number | null>(null)
  let worker: Worker | null = null

  watch([() => pose.shown, () => mechanism.document], () => {
    found.value = null
    chosen.value = null
  })

  useOverlaysStore().lay({
    solids: () =>
      (found.value ?? [])
        .filter((_, k) => chosen.value === null || chosen.value === k)
        .map(({ positions }) => positions),
  })

  function cancel() {
    worker?.terminate()
    worker = null
    progress.value = null
  }

  function look() {
    const document = mechanism.document
    const { shown } = pose
    if (!document || !shown) return
    cancel()
    fault.value = ''
    progress.value = 0
    worker = new Worker(new URL('../../workers/overlap.worker.ts', import.meta.url), { type: 'module' })
    worker.onmessage = ({ data }: MessageEvent<FromOverlap>) => {
      if (data.type === 'progress') progress.value = data.share
      else if (data.type === 'failed') {
        fault.value = `Overlaps could not be found: ${data.message}`
        cancel()
      } else {
        cancel()
        found.value = data.overlaps
        unclosed.value = data.unclosed
      }
    }
    const here = shown.poses.subarray(shown.at, shown.at + POSE * shown.bodies.length)
    worker.postMessage(solidsOf(document, here))
  }

  return { found, unclosed, progress, fault, chosen, look, cancel }
})

function solidsOf(document: MechanismDocument, poses: Float64Array): OverlapBody[] {
  const trianglesOf = trianglesIn(document)
  const sets = rigidSets(document)
  return document.bodies.map((body, k) => ({
    id: body.id,
    group: sets.find((set) => set.includes(body.id))?.[0] ?? body.id,
    solids: trianglesOf(body, frameOfPose(poses, k)),
  }))
}
