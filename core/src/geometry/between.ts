/** The frame of a datum that is between two others of its body. */
import type { Between } from '../document/format/parts'
import { ORIGIN } from '../maths/frame'
import type { Frame } from '../maths/frame'
import { fail, succeed } from '../result'
import type { Result } from '../result'
import { PARALLEL } from './tolerances'

/** Takes the axes of `a`. Errors: `datums-not-parallel`, `datums-parallel`. */
export function betweenFrame({ kind }: Between, a: Frame, b: Frame): Result<Frame> {
  const frame = a.slice()
  const along = a[6] * b[6] + a[7] * b[7] + a[8] * b[8]
  const gap = [0, 1, 2].map((k) => b[ORIGIN + k] - a[ORIGIN + k])
  if (kind === 'midpoint') {
    for (let k = 0; k < 3; k++) frame[ORIGIN + k] += gap[k] / 2
    return succeed(frame)
  }
  const normal = [b[6], b[7], b[8]]
  const apart = gap[0] * normal[0] + gap[1] * normal[1] + gap[2] * normal[2]
  if (kind === 'mid-plane') {
    if (1 - Math.abs(along) > PARALLEL) {
      return fail({
        code: 'datums-not-parallel',
        message: 'A mid-plane needs two parallel planes; these are tilted against each other.',
      })
    }
    for (let k = 0; k < 3; k++) frame[ORIGIN + k] += (apart * normal[k]) / 2
    return succeed(frame)
  }
  if (Math.abs(along) < PARALLEL) {
    return fail({
      code: 'datums-parallel',
      message: 'The axis runs along the plane and meets it nowhere, or everywhere.',
    })
  }
  for (let k = 0; k < 3; k++) frame[ORIGIN + k] += (apart / along) * a[6 + k]
  return succeed(frame)
}
