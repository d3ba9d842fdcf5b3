/** Handles on what is selected: where they are, and the edit that pulling them makes. */
import { moveBodies } from '@ligamen/core'
import type { Frame } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { useSelectionStore } from '~/model/screen/selection'
import type { Viewport } from '~/view/three/viewport'
import { useViewportStore } from '~/view/view-options'
import { usePlacing } from '../model/pose/usePlacing'

/** @param showPose puts bodies back where they were */
export function useHandles(view: Ref<Viewport | null>, showPose: () => void) {
  const mechanism = useMechanismStore()
  const selection = useSelectionStore()
  const options = useViewportStore()
  const { frames, bodies } = usePlacing()

  /** Looked for only while there are any. */
  const grip = computed(() => {
    const [first] = options.handles ? bodies.value : []
    return first === undefined ? null : (frames.value.get(first) ?? null)
  })
  watch([() => options.handles, bodies, grip], () =>
    view.value?.setHandles(options.handles, bodies.value, grip.value),
  )

  async function moveByHandles(ids: readonly string[], motion: Frame) {
    const names = selection.members.map((id) => mechanism.nameOf(id)).join(', ')
    const refused = await mechanism.edit(
      `${options.handles === 'turn' ? 'Turn' : 'Move'} ${names}`,
      (draft) => moveBodies(draft, frames.value, ids, motion),
      { home: true },
    )
    if (refused.length > 0) showPose()
  }
  watch(view, (now) => {
    if (!now) return
    now.onHandles = (ids, motion, done) => {
      if (done) void moveByHandles(ids, motion)
    }
  })
}
