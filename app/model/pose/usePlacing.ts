/** What placing works on: where the bodies are now, the bodies selected, and the datums to turn about. */
import { bodiesOf, withTheirGroups, frameOfPose, identityFrame, multiply, POSE } from '@ligamen/core'
import type { Frame } from '@ligamen/core'
import { namedDatumsOf } from '~/model/picking/named-datums'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePoseStore } from '~/model/pose/pose'
import { useSelectionStore } from '~/model/screen/selection'

export function usePlacing() {
  const mechanism = useMechanismStore()
  const pose = usePoseStore()
  const selection = useSelectionStore()

  /** Frames of all bodies in ground, as they are on screen. */
  const frames = computed<ReadonlyMap<string, Frame>>(() => {
    const { shown } = pose
    if (!shown) return new Map()
    const here = shown.poses.subarray(shown.at, shown.at + POSE * shown.bodies.length)
    return new Map(shown.bodies.map((id, k) => [id, frameOfPose(here, k)]))
  })
  const bodies = computed(() =>
    mechanism.document
      ? withTheirGroups(mechanism.document, bodiesOf(mechanism.document, selection.members))
      : [],
  )
  /** Ground first, then the datums of what is selected, in ground. */
  const pivots = computed(() => {
    const { document } = mechanism
    const own = bodies.value.slice(0, 12).flatMap((id) => {
      const body = document?.bodies.find((b) => b.id === id)
      const frame = frames.value.get(id)
      return body && frame
        ? namedDatumsOf(document!, body).map((d) => ({ words: d.words, frame: multiply(frame, d.frame) }))
        : []
    })
    return [{ words: 'origin of ground', frame: identityFrame() }, ...own]
  })
  return { frames, bodies, pivots }
}
