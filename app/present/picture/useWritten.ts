/** What is written over the picture at the playhead. */
import { frameAt } from '@ligamen/core'
import { pictureFacts } from '~/view/writing/picture-facts'
import { writtenAt } from '~/view/writing/written'
import type { Spot, Written } from '~/view/writing/written'
import { display } from '~/fields/display'
import { useMechanismStore } from '~/model/document/mechanism'
import { useRunStore } from '~/model/run/run'
import { useSceneStore } from '~/model/screen/scene'
import { useSequenceStore } from '../sequence'

export function useWritten(onPicture: (point: readonly [number, number, number]) => Spot) {
  const mechanism = useMechanismStore()
  const run = useRunStore()
  const seen = useSceneStore()
  const sequence = useSequenceStore()
  const facts = computed(() => mechanism.document && pictureFacts(mechanism.document))

  return function written(): Written[] {
    const { take } = run
    const shown = seen.seen?.shown ?? []
    const scene = shown.length > 0 ? sequence.sceneNow() : null
    if (!take || !scene || !facts.value) return []
    return writtenAt(shown, {
      ...facts.value,
      take,
      frame: frameAt(take, sequence.time),
      scene,
      onPicture,
      display: (value, dimension) => display(value, dimension, 0),
    })
  }
}
