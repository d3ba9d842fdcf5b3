/** The points of an outline on the model, dragged there while its form is open. */
import type { Frame, Part } from '@ligamen/core'
import { useOverlaysStore } from '~/view/overlays'
import { outlineInGround, withPointAt } from './outline-points'
import type { Drawing } from './outline-text'

/**
 * @param given the part and where it is in ground; nothing is shown for null, or for a part without an outline
 * @param change shows the drawing with a point moved; with `done` it counts
 */
export function useOutlinePoints(
  given: () => { readonly part: Omit<Part, 'id'>; readonly frame: Frame } | null,
  change: (drawing: Drawing, done: boolean) => void,
) {
  const overlays = useOverlaysStore()
  const own = () => {
    const shown = given()
    if (!shown?.part.outline) return null
    const { part, frame } = shown
    const { points, normal } = outlineInGround(part, frame)
    const pull = (index: number, to: readonly [number, number, number], done: boolean) =>
      change(withPointAt({ ...part, outline: part.outline! }, index, to, part, frame), done)
    return { points, normal, pull }
  }
  watch(
    () => given() !== null,
    (isShown) => (isShown ? overlays.lay({ drawn: own }) : overlays.lift(own)),
    { immediate: true },
  )
  onBeforeUnmount(() => overlays.lift(own))
}
