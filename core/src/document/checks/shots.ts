/** What shots must be beside their fields: they take time, and their views look somewhere. */
import type { Problem } from '../../result'
import { siOr } from '../../units/quantity'
import { spanValue } from '../../units/share'
import { SAME_PLACE } from '../tolerances'
import type { AnyShot, View } from '../format/shots'

/** The widest opening of a view [rad]: 170 deg. */
const WIDEST = (170 * Math.PI) / 180

/** Codes: `shot-length`, `view-nowhere`, `view-opening`, `view-height`. */
export function shotFaults(shot: AnyShot, path: string): Problem[] {
  const ids = [shot.id]
  const views = [['view', shot.view], ...('to' in shot ? [['to', shot.to] as const] : [])] as const
  return [
    ...(spanValue(shot.duration, 1) > 0
      ? []
      : [
          {
            code: 'shot-length',
            message: `${shot.name} lasts ${shot.duration}; a shot must last longer than zero seconds.`,
            pointer: `${path}/duration`,
            ids,
          },
        ]),
    ...(siOr(shot.travel ?? 0, 'time') >= 0
      ? []
      : [
          {
            code: 'shot-travel',
            message: `${shot.name} would take ${shot.travel} to be reached; use zero for a cut, or more.`,
            pointer: `${path}/travel`,
            ids,
          },
        ]),
    ...views.flatMap(([field, view]) => viewFaults(shot, view as View, `${path}/${field}`)),
  ]
}

function viewFaults({ id, name }: AnyShot, view: View, path: string): Problem[] {
  const ids = [id]
  const away = view.eye.map((entry, k) => siOr(entry, 'length') - siOr(view.target[k], 'length'))
  if (Math.hypot(...away) < SAME_PLACE)
    return [
      {
        code: 'view-nowhere',
        message: `${name} looks from a point at the same point; move the eye away from the target.`,
        pointer: `${path}/eye`,
        ids,
      },
    ]
  const opening = view.opening === undefined ? 1 : siOr(view.opening, 'angle')
  if (!(opening > 0 && opening <= WIDEST))
    return [
      {
        code: 'view-opening',
        message: `${name} opens by ${view.opening}; use more than 0 and at most 170 deg.`,
        pointer: `${path}/opening`,
        ids,
      },
    ]
  if (view.height === undefined || siOr(view.height, 'length') > 0) return []
  return [
    {
      code: 'view-height',
      message: `${name} shows a height of ${view.height}; it must be more than zero.`,
      pointer: `${path}/height`,
      ids,
    },
  ]
}
