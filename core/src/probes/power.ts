/** Power that comes in along a freedom of a joint [W]: effort times rate. Errors: `probe-freedom`. */
import { succeed } from '../result'
import { coordinateOfProbe, JointEffort } from './joint-effort'
import { defineProbe, unknown } from './probe-type'

export const power = defineProbe({
  kind: 'power',
  needs: { fields: ['joint'], optional: ['freedom'], words: 'a joint' },
  readsForces: true,
  measure(mechanism, probe, path, _, forces) {
    const coordinate = coordinateOfProbe(mechanism, probe, path)
    if (!coordinate.ok) return coordinate
    const along = forces && new JointEffort(forces, coordinate.value)
    return succeed({
      channel: { key: probe.id, name: probe.name, dimension: 'power' },
      read(state, step, out, at) {
        unknown(out, at)
        if (along) out[at] = along.read(state, step) * along.rate
      },
    })
  },
})
