/** The coordinate of a joint [rad or m]. Error: `probe-freedom`. */
import { coordinateOf } from '../mechanism/coordinate'
import { defineProbe, reading, unsuited } from './probe-type'

export const jointPosition = defineProbe({
  kind: 'joint-position',
  needs: { fields: ['joint'], optional: ['freedom'], words: 'a joint and the name of its freedom' },
  measure(mechanism, probe, path) {
    const found = coordinateOf(mechanism, probe.joint, probe.freedom)
    return found
      ? reading(mechanism, probe, found)
      : unsuited(
          probe,
          `${path}/freedom`,
          `that joint has no freedom “${probe.freedom ?? ''}”, or it is suspended.`,
        )
  },
})
