/**
 * How fast a datum moves [m/s], seen from ground or from another datum: a component along one of the axes, or the speed along
 * its own path where no axis is named. A speed of 0 has no derivatives: the path may turn back there.
 */
import { dot } from '../maths/vector'
import { defineProbe, motionOf } from './probe-type'

export const datumVelocity = defineProbe({
  kind: 'datum-velocity',
  needs: {
    fields: ['datum'],
    optional: ['along', 'from'],
    words: 'a datum, and an axis (x, y or z) unless its speed is meant',
  },
  measure: (mechanism, probe) =>
    motionOf(mechanism, probe, 'speed', (v, a, j, out, at) => {
      const speed = Math.sqrt(dot(v, v))
      const ahead = dot(v, a) / speed
      out[at] = speed
      out[at + 1] = ahead
      out[at + 2] = (dot(a, a) + dot(v, j) - ahead * ahead) / speed
    }),
})
