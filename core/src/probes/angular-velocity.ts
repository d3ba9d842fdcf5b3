/**
 * A component of a body's angular velocity [rad/s] in ground, or of that against another datum's body, along an axis of that
 * datum, which turns with that body.
 */
import { axisOf, FRAME, identityFrame } from '../maths/frame'
import type { Vector } from '../maths/vector'
import { vectorMotion } from '../mechanism/third-derivatives'
import { succeed } from '../result'
import { axisAlong, defineProbe } from './probe-type'

export const angularVelocity = defineProbe({
  kind: 'angular-velocity',
  needs: { fields: ['datum', 'along'], optional: ['from'], words: 'a datum and an axis (x, y or z)' },
  measure(mechanism, probe) {
    const { datums } = mechanism.geometry
    const axis = axisAlong(probe)
    const link = mechanism.bodyLink[datums.get(probe.datum!)!.body]
    const from = probe.from === undefined ? null : mechanism.pairOf(null, probe.from)
    const local: Vector = from ? axisOf(from.frameB, axis) : axisOf(identityFrame(), axis)
    const axisMotion = new Float64Array(12)
    return succeed({
      channel: { key: probe.id, name: probe.name, dimension: 'angularSpeed' },
      read: (state, _, out, at) => {
        state.readThird()
        const { twist, twistRate, twistBend, world } = state
        const base = from ? from.linkB : 0
        turn(world, FRAME * base, local, axisMotion)
        vectorMotion(state, base, false, axisMotion, 0)
        // of the angular velocity against the base, what lies along the axis
        const part = (values: Float64Array, derivative: number) =>
          (values[6 * link] - values[6 * base]) * axisMotion[3 * derivative] +
          (values[6 * link + 1] - values[6 * base + 1]) * axisMotion[3 * derivative + 1] +
          (values[6 * link + 2] - values[6 * base + 2]) * axisMotion[3 * derivative + 2]
        out[at] = part(twist, 0)
        out[at + 1] = part(twistRate, 0) + part(twist, 1)
        out[at + 2] = part(twistBend, 0) + 2 * part(twistRate, 1) + part(twist, 2)
      },
    })
  },
})

/** A vector of a link in ground, into out[0 .. 2]. */
function turn(world: Float64Array, at: number, [x, y, z]: Vector, out: Float64Array): void {
  for (let k = 0; k < 3; k++) out[k] = world[at + k] * x + world[at + 3 + k] * y + world[at + 6 + k] * z
}
