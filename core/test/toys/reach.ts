/** Toy probe: how far a datum is from the vertical axis of ground. */
import { radius } from '../../src/mechanism/conditions'
import { defineProbe, pairOf, plain, reading } from '../../src/probes/probe-type'

export const reach = defineProbe({
  kind: 'reach',
  needs: { fields: ['datum'], words: 'a datum' },
  measure: (mechanism, probe) => reading(mechanism, probe, plain(pairOf(mechanism, probe), radius, 'length')),
})
