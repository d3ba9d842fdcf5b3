/**
 * What acts along a freedom of a joint, in its direction: the driver's force or torque, or that of motors, springs and friction on it.
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
