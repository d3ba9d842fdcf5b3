/**
 * The acceleration of a datum [m/s^2], seen from ground or from another datum: a component along one of the axes, along its
 * own path, across it, or its size where nothing is named. Its second derivative would need the fourth one of the place, which is not
 * solved, and is not a number; neither is the rate along and across a path at a speed of 0.
 */
import { dot } from '../maths/vector'
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
    return motionOf(mechanism, probe, 'acceleration', (v, a, j, out, at) => {
      const size = Math.sqrt(dot(a, a))
      const speed = Math.sqrt(dot(v, v))
      const ahead = dot(v, a) / speed
      const aheadRate = (dot(a, a) + dot(v, j) - ahead * ahead) / speed
      const across = Math.sqrt(Math.max(0, size * size - ahead * ahead))
      out[at] = along === 'path' ? ahead : along === 'across' ? across : size
      out[at + 1] =
        along === 'path'
          ? aheadRate
          : along === 'across'
            ? (dot(a, j) - ahead * aheadRate) / across
            : dot(a, j) / size
      out[at + 2] = Number.NaN
    })
  },
})
