/** Kinetic energy of all bodies, and the energy of weight, springs and stops, together [J]. */
import { succeed } from '../result'
import { defineProbe, unknown } from './probe-type'

export const energy = defineProbe({
  kind: 'energy',
  needs: { fields: [], words: 'nothing' },
  readsForces: true,
  measure(_, probe, __, ___, forces) {
    return succeed({
      channel: { key: probe.id, name: probe.name, dimension: 'energy' },
      read(state, ____, out, at) {
        unknown(out, at)
        const inverse = forces?.efforts(state)
        if (inverse) out[at] = inverse.kineticEnergy(state) + inverse.potentialEnergy(state)
      },
    })
  },
})
