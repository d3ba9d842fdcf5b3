/**
 * What drives a freedom of a joint, in its direction: the force or torque of its driver, of motors and of efforts on it, which work
 * against springs, friction and whatever hangs on it; of a joint that is parked, what has to keep it where it is.
 * Errors: `probe-freedom`.
 */
import { effortOf } from '../units/dimension'
import { succeed } from '../result'
import { coordinateOfProbe, JointEffort } from './joint-effort'
import { defineProbe, unknown } from './probe-type'

export const effort = defineProbe({
  kind: 'effort',
  needs: { fields: ['joint'], optional: ['freedom'], words: 'a joint' },
  readsForces: true,
  measure(mechanism, probe, path, _, forces) {
    const coordinate = coordinateOfProbe(mechanism, probe, path)
    if (!coordinate.ok) return coordinate
    const along = forces && new JointEffort(forces, coordinate.value)
    return succeed({
      channel: { key: probe.id, name: probe.name, dimension: effortOf(coordinate.value.dimension) },
      read(state, step, out, at) {
        unknown(out, at)
        if (along) out[at] = along.read(state, step)
      },
    })
  },
})
