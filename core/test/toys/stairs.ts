/** Toy path: from point to point by a step along x and one along the rest. */
import { definePath } from '../../src/geometry/paths/path-curve'
import { polyline } from '../../src/geometry/paths/polyline'
import type { Vector } from '../../src/maths/vector'

export const stairs = definePath({
  kind: 'stairs',
  points: { least: 2, most: Infinity, words: '2 or more points' },
  make(points, closed) {
    const corners = points.flatMap(([x, y, z], k): Vector[] => {
      const next = points[k + 1]
      return next
        ? [
            [x, y, z],
            [next[0], y, z],
          ]
        : [[x, y, z]]
    })
    return polyline.make(corners, closed)
  },
})
