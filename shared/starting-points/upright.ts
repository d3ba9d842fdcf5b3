/**
 * Drawing a planar mechanism upright: a body's x runs to the right, its y up and its z toward the viewer, while
 * ground has z up. A pose is then a point of the picture and a turn in it.
 */
import type { Placement, Quantity } from '@ligamen/core'

const HALF = Math.SQRT1_2

/** Orientation that stands the picture up, turned by `degrees` in the picture. */
function upright(degrees = 0): [number, number, number, number] {
  const c = Math.cos((degrees * Math.PI) / 360)
  const s = Math.sin((degrees * Math.PI) / 360)
  return [HALF * c, HALF * c, -HALF * s, HALF * s]
}

/** Where a body is: right [mm], up [mm], toward the viewer [mm], turn [deg]. */
export function standing(right: number, up: number, toward: number, degrees = 0): Placement {
  return { position: [mm(right), mm(-toward), mm(up)], orientation: upright(degrees) }
}

/** A place on a body: right, up, toward the viewer [mm]. */
export function at(right: number, up: number, toward: number): Placement {
  return { position: [mm(right), mm(up), mm(toward)] }
}

const mm = (value: number): Quantity => (value === 0 ? 0 : `${value} mm`)
