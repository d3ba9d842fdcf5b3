/** Points of an outline on the model: where they are seen, and the drawing with one of them moved. */
import { axisOf, moved, multiply, originOf, siOr } from '@ligamen/core'
import type { Frame, Part, Quantity } from '@ligamen/core'
import type { Drawing } from './outline-text'

type Vector = [number, number, number]

/** The plane of a drawing in the frame of its part: its points as (first, second, 0), seen on the face of the part. */
function planeOf({ shape, dimensions }: Pick<Part, 'shape' | 'dimensions'>): Frame {
  // radius along x, height along z
  if (shape === 'turned') return Float64Array.from([1, 0, 0, 0, 0, 1, 0, -1, 0, 0, 0, 0])
  return moved([0, 0, siOr(dimensions.thickness ?? 0, 'length') / 2])
}

/** @param frame of the part in ground @returns places in ground [m], and the direction across the drawing */
export function outlineInGround(
  part: Pick<Part, 'shape' | 'dimensions' | 'outline'>,
  frame: Frame,
): { points: Vector[]; normal: Vector } {
  const plane = multiply(frame, planeOf(part))
  const points = (part.outline ?? []).map(([x, y]) =>
    vector(originOf(multiply(plane, moved([siOr(x, 'length'), siOr(y, 'length'), 0])))),
  )
  return { points, normal: vector(axisOf(plane, 2)) }
}

/** How far apart places are to which a point goes [mm]: a power of ten, a twentieth to a two hundredth of the drawing. */
export function stepOf(outline: readonly (readonly [Quantity, Quantity])[]): number {
  const reach = 1000 * Math.max(0.01, ...outline.flat().map((v) => Math.abs(siOr(v, 'length'))))
  return 10 ** Math.floor(Math.log10(reach / 20))
}

/** A length on the nearest step, as it would be typed. @param length [mm] */
export const onStep = (length: number, step: number): Quantity =>
  `${Number((Math.round(length / step) * step).toFixed(6)) + 0} mm`

/** The drawing with a point at a place of ground. */
export function withPointAt(
  drawing: Drawing,
  index: number,
  place: readonly [number, number, number],
  part: Pick<Part, 'shape' | 'dimensions'>,
  frame: Frame,
): Drawing {
  const plane = multiply(frame, planeOf(part))
  const away = place.map((v, k) => v - originOf(plane)[k]!)
  const along = (axis: 0 | 1) => {
    const direction = axisOf(plane, axis)
    return 1000 * away.reduce((sum, v, k) => sum + v * direction[k]!, 0)
  }
  const step = stepOf(drawing.outline)
  const point: [Quantity, Quantity] = [onStep(along(0), step), onStep(along(1), step)]
  return { ...drawing, outline: drawing.outline.map((one, k) => (k === index ? point : one)) }
}

const vector = (three: ArrayLike<number>): Vector => [three[0]!, three[1]!, three[2]!]
