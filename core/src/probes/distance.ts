/** Distance of two datums [m]. */
import { distance as apart } from '../mechanism/conditions'
import { defineProbe, pairOf, plain, reading } from './probe-type'

export const distance = defineProbe({
  kind: 'distance',
  needs: { fields: ['datum', 'from'], words: 'two datums' },
  measure: (mechanism, probe) => reading(mechanism, probe, plain(pairOf(mechanism, probe), apart, 'length')),
})
