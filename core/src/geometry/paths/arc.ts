/**
 * An arc of a circle through three points. The coordinate is the length along it, counted on beyond its ends; x of the
 * frame lies along the circle, z along its axis, on the side of the datum's z.
 */
import { FRAME, frameAlong } from '../../maths/frame'
import { cross, dot, norm, subtract } from '../../maths/vector'
import type { Vector } from '../../maths/vector'
import { fail, succeed } from '../../result'
import type { Result } from '../../result'
import { definePath } from './path-curve'
import type { MeasuredCurve } from './path-curve'
import { STRAIGHT } from '../tolerances'

/** Error: `arc-straight`. */
export const arc = definePath({
  kind: 'arc',
  points: { least: 3, most: 3, words: '3 points: its start, one it passes, its end' },
  make: throughThree,
})

function throughThree([a, b, c]: readonly Vector[], closed: boolean): Result<MeasuredCurve> {
  const ab = subtract(b, a)
  const ac = subtract(c, a)
  const normal = cross(ab, ac)
  const area = norm(normal)
  if (area < STRAIGHT * norm(ab) * norm(ac)) {
    return fail({ code: 'arc-straight', message: 'its three points lie on a line; use a line instead.' })
  }
  const axis: Vector = [normal[0] / area, normal[1] / area, normal[2] / area]
  // circumcentre of a triangle, e.g. Bronstein & Semendjajew, Taschenbuch der Mathematik
  const toward = [cross(normal, ab), cross(ac, normal)]
  const [lc, lb] = [dot(ac, ac), dot(ab, ab)]
  const centre = a.map(
    (value, k) => value + (lc * toward[0][k] + lb * toward[1][k]) / (2 * area * area),
  ) as unknown as Vector
  const radius = norm(subtract(a, centre))
  const base = frameAlong(axis, subtract(a, centre))!
  const first: Vector = [base[0], base[1], base[2]]
  const second: Vector = [base[3], base[4], base[5]]
  const angleOf = (p: Vector): number => Math.atan2(dot(p, second), dot(p, first))
  const sweep = (angleOf(subtract(c, centre)) + 2 * Math.PI) % (2 * Math.PI)
  // the axis is on the datum's side of z; then the arc may run against it
  const side = axis[2] < 0 ? -1 : 1
  const moment = cross(centre, axis)
  return succeed({
    length: radius * (closed ? 2 * Math.PI : sweep),
    follow: (u, out) => {
      const cos = Math.cos(u / radius)
      const sin = Math.sin(u / radius)
      for (let k = 0; k < 3; k++) {
        const outward = cos * first[k] + sin * second[k]
        out[k] = cos * second[k] - sin * first[k]
        out[3 + k] = -side * outward
        out[6 + k] = side * axis[k]
        out[9 + k] = centre[k] + radius * outward
        out[FRAME + k] = axis[k] / radius
        out[FRAME + 3 + k] = moment[k] / radius
        out[FRAME + 6 + k] = 0
        out[FRAME + 9 + k] = 0
      }
    },
    nearest: (x, y, z) => radius * angleOf(subtract([x, y, z], centre)),
  })
}
