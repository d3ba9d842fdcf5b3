/** From where the model is seen: named sides, fitting, the view before, parallel or in perspective. */
import { usePreferredReducedMotion } from '@vueuse/core'
import type { Viewport } from '~/view/three/viewport'
import type { Side } from '~/view/three/viewpoint'
import { useSeenStore } from './seen'

export function useLooking(view: Ref<Viewport | null>) {
  const seen = useSeenStore()
  const calm = usePreferredReducedMotion()
  const isSmooth = () => calm.value !== 'reduce'
  /** How many bodies the view has been fitted to. */
  let framed = -1

  const look = (side: Side | null, ids?: readonly string[], smoothly = true) =>
    view.value?.look(side, smoothly && isSmooth(), ids)

  watch(view, (now) => {
    if (!now) return
    now.onGrid = (spacing) => (seen.grid = spacing)
    now.onTurned = (axes) => (seen.axes = axes)
  })
  watch([view, () => seen.parallel], () => view.value?.setParallel(seen.parallel))

  return {
    look,
    lookBack: () => view.value?.lookBack(isSmooth()) ?? false,
    /** What is added comes into sight. */
    frame(bodies: number) {
      if (bodies > framed) look(framed > 0 ? null : 'corner', undefined, framed > 0)
      framed = bodies
    },
  }
}
