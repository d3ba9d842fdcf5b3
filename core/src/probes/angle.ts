/** Angle between the main axes of two datums [rad]. */
import { axesAngle } from '../mechanism/conditions'
import { defineProbe, pairOf, plain, reading } from './probe-type'

export const angle = defineProbe({
  kind: 'angle',
  needs: { fields: ['datum', 'from'], words: 'two datums' },
  measure: (mechanism, probe) =>
    reading(mechanism, probe, plain(pairOf(mechanism, probe), axesAngle, 'angle')),
})
