/**
 * The acceleration of a datum [m/s^2], seen from ground or from another datum: a component along one of the axes, along its
 * own path, across it, or its size where nothing is named. Its derivatives would need the jerk of the motion, which is not
 * solved, and are not numbers.
 */
import { defineProbe, motionOf } from './probe-type'

export const datumAcceleration = defineProbe({
  kind: 'datum-acceleration',
  needs: {
    fields: ['datum'],
    optional: ['along', 'from'],
    along: ['x', 'y', 'z', 'path', 'across'],
    words: 'a datum, and an axis (x, y or z), “path” or “across” unless its size is meant',
  },
  measure(mechanism, probe) {
    const { along } = probe
    return motionOf(mechanism, probe, 'acceleration', (v, a, out, at) => {
      const size = Math.hypot(a[0], a[1], a[2])
      const ahead = (v[0] * a[0] + v[1] * a[1] + v[2] * a[2]) / Math.hypot(v[0], v[1], v[2])
      out[at] = along === 'path' ? ahead : along === 'across' ? Math.sqrt(size * size - ahead * ahead) : size
      out[at + 1] = out[at + 2] = Number.NaN
    })
  },
})
