/**
 * How fast a datum moves [m/s], seen from ground or from another datum: a component along one of the axes, or the speed along
 * its own path where no axis is named. Its second derivative would need the jerk of the motion, which is not solved, and is
 * not a number; neither is the rate of a speed of 0, where the path may turn back.
 */
import { defineProbe, motionOf } from './probe-type'

export const datumVelocity = defineProbe({
  kind: 'datum-velocity',
  needs: {
    fields: ['datum'],
    optional: ['along', 'from'],
    words: 'a datum, and an axis (x, y or z) unless its speed is meant',
  },
  measure: (mechanism, probe) =>
    motionOf(mechanism, probe, 'speed', (v, a, out, at) => {
      const speed = Math.hypot(v[0], v[1], v[2])
      out[at] = speed
      out[at + 1] = (v[0] * a[0] + v[1] * a[1] + v[2] * a[2]) / speed
      out[at + 2] = Number.NaN
    }),
})
