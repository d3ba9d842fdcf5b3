/**
 * A component of a body's angular velocity in ground [rad/s], with its derivative. It is a rate already: its second
 * derivative would need the jerk of the motion, which is not solved, and is not a number.
 */
import { succeed } from '../result'
import { AXES, defineProbe } from './probe-type'

export const angularVelocity = defineProbe({
  kind: 'angular-velocity',
  needs: { fields: ['datum', 'along'], words: 'a datum and an axis (x, y or z)' },
  measure(mechanism, probe) {
    const body = mechanism.geometry.datums.get(probe.datum!)!.body
    const at6 = 6 * mechanism.bodyLink[body] + AXES[probe.along!]
    return succeed({
      channel: { key: probe.id, name: probe.name, dimension: 'angularSpeed' },
      read: ({ twist, twistRate }, _, out, at) => {
        out[at] = twist[at6]
        out[at + 1] = twistRate[at6]
        out[at + 2] = Number.NaN
      },
    })
  },
})
