/** Box: origin at its centre; datums at the centre and on the six faces, z pointing out of the face. */
import { faceFrame } from '../face-frame'
import { pointsOf } from './outline-points'
import { rectangle } from '../mesh/mesh'
import { polygonLoop, solidOf } from '../profiles/profile'
import type { Profile } from '../profiles/profile'
import { defineShape } from '../shape'
import { boxSide } from '../sides'

export const box = defineShape({
  kind: 'box',
  noun: 'Box',
  dimensions: {
    width: { label: 'Width (x)', usual: '60 mm' },
    depth: { label: 'Depth (y)', usual: '40 mm' },
    height: { label: 'Height (z)', usual: '20 mm' },
  },
  contradiction: () => null,
  datums: ({ width: w, depth: d, height: h }) => ({
    centre: faceFrame([0, 0, 0], [0, 0, 1], [1, 0, 0]),
    right: faceFrame([w / 2, 0, 0], [1, 0, 0], [0, 1, 0]),
    left: faceFrame([-w / 2, 0, 0], [-1, 0, 0], [0, 1, 0]),
    back: faceFrame([0, d / 2, 0], [0, 1, 0], [1, 0, 0]),
    front: faceFrame([0, -d / 2, 0], [0, -1, 0], [1, 0, 0]),
    top: faceFrame([0, 0, h / 2], [0, 0, 1], [1, 0, 0]),
    bottom: faceFrame([0, 0, -h / 2], [0, 0, -1], [1, 0, 0]),
  }),
  solids: (d, _, chords) => [solidOf(profile(d), chords)],
  profiles: (d) => [profile(d)],
  side: ({ width, depth, height }, _, across) => boxSide(width, depth, height, across),
})

const profile = ({ width, depth, height }: Record<'width' | 'depth' | 'height', number>): Profile => ({
  outer: polygonLoop(pointsOf(rectangle(0, 0, width, depth))),
  holes: [],
  bottom: -height / 2,
  top: height / 2,
})
