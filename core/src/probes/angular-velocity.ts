/**
 * A component of a body's angular velocity [rad/s] in ground, or of that against another datum's body, along an axis of that
 * datum; with its derivative. It is a rate already: its second derivative would need the jerk of the motion, which is
 * not solved, and is not a number.
 */
import { axisOf, FRAME, identityFrame } from '../maths/frame'
import { cross, dot } from '../maths/vector'
import type { Vector } from '../maths/vector'
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
    return succeed({
      channel: { key: probe.id, name: probe.name, dimension: 'angularSpeed' },
      read: (state, _, out, at) => {
        state.readMotion()
        const { twist, twistRate, world } = state
        const base = from ? from.linkB : 0
        const direction = turned(world, FRAME * base, local)
        const [w, a] = [twist, twistRate].map((values): Vector => [
          values[6 * link] - values[6 * base],
          values[6 * link + 1] - values[6 * base + 1],
          values[6 * link + 2] - values[6 * base + 2],
        ])
        const spin: Vector = [twist[6 * base], twist[6 * base + 1], twist[6 * base + 2]]
        out[at] = dot(w, direction)
        out[at + 1] = dot(a, direction) + dot(w, cross(spin, direction))
        out[at + 2] = Number.NaN
      },
    })
  },
})

/** A vector of a link in ground. */
const turned = (world: Float64Array, at: number, [x, y, z]: Vector): Vector => [
  world[at] * x + world[at + 3] * y + world[at + 6] * z,
  world[at + 1] * x + world[at + 4] * y + world[at + 7] * z,
  world[at + 2] * x + world[at + 5] * y + world[at + 8] * z,
]
