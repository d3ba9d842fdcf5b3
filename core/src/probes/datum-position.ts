/** A coordinate of a datum's origin in ground, or in another datum [m]. */
import { slide } from '../mechanism/conditions'
import { axisAlong, defineProbe, pairOf, plain, reading } from './probe-type'

export const datumPosition = defineProbe({
  kind: 'datum-position',
  needs: { fields: ['datum', 'along'], optional: ['from'], words: 'a datum and an axis (x, y or z)' },
  measure: (mechanism, probe) =>
    reading(mechanism, probe, plain(pairOf(mechanism, probe), slide(axisAlong(probe)), 'length')),
})
