/** Moment between the two bodies of a joint, about its first datum [N m], see joint-reaction.ts. Errors: `probe-freedom`. */
import { reactionOf } from './joint-reaction'
import { defineProbe } from './probe-type'

export const jointMoment = defineProbe({
  kind: 'joint-moment',
  needs: {
    fields: ['joint'],
    optional: ['along', 'from'],
    words: 'a joint, and, if wanted, an axis (x, y or z) and the datum it belongs to',
  },
  readsForces: true,
  measure: (mechanism, probe, path, _, forces) => reactionOf(mechanism, probe, path, forces, 'moment'),
})
