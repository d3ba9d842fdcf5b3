/** Force between the two bodies of a joint [N], see joint-reaction.ts. Errors: `probe-freedom`. */
import { reactionOf } from './joint-reaction'
import { defineProbe } from './probe-type'

export const jointForce = defineProbe({
  kind: 'joint-force',
  needs: {
    fields: ['joint'],
    optional: ['along', 'from'],
    words: 'a joint, and, if wanted, an axis (x, y or z) and the datum it belongs to',
  },
  readsForces: true,
  measure: (mechanism, probe, path, _, forces) => reactionOf(mechanism, probe, path, forces, 'force'),
})
