/** Shots in words. */
import { shotType, siOr, USUAL_OPENING } from '@ligamen/core'
import type { AnyShot } from '@ligamen/core'
import { display } from '~/fields/display'

/** "follows Gripper · parallel". */
export function shotWords(shot: AnyShot, nameOf: (id: string) => string): string {
  const { view, travel } = shot
  const seen =
    view.height === undefined
      ? `perspective ${display(siOr(view.opening ?? USUAL_OPENING, 'angle'), 'angle', 0, -1)}`
      : 'parallel'
  const comes = siOr(travel ?? 0, 'time') > 0 ? ' · travelled to' : ''
  return `${shotType(shot.kind).words(shot, nameOf)} · ${seen}${comes}`
}
