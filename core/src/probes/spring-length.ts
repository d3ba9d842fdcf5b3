/** Distance of the ends of a spring [m]. */
import { distance } from '../mechanism/conditions'
import { defineProbe, plain, reading } from './probe-type'

export const springLength = defineProbe({
  kind: 'spring-length',
  needs: { fields: ['spring'], words: 'a spring' },
  measure(mechanism, probe) {
    const { from, to } = mechanism.geometry.document.springs!.find(({ id }) => id === probe.spring)!
    return reading(mechanism, probe, plain(mechanism.pairOf(from, to), distance, 'length'))
  },
})
