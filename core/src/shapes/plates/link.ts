/**
 * Link plate with two bores: origin at bore A in mid-thickness, x toward bore B, z along the bores.
 * Datums: both bore axes and the middle between them in mid-thickness, and both sides at bore A.
 */
import { faceFrame } from '../face-frame'
import { asHole, circleLoop, slotLoop, solidOf } from '../profiles/profile'
import type { Profile } from '../profiles/profile'
import { defineShape } from '../shape'

export const link = defineShape({
  kind: 'link',
  noun: 'Link plate',
  dimensions: {
    length: { label: 'Length between bores', usual: '80 mm' },
    width: { label: 'Width', usual: '24 mm' },
    thickness: { label: 'Thickness', usual: '8 mm' },
    bore: { label: 'Bore diameter', usual: '10 mm' },
  },
  contradiction: ({ length, width, bore }) => {
    if (bore >= width) return { dimension: 'bore', message: 'the bores must be smaller than the width' }
    if (bore >= length)
      return { dimension: 'length', message: 'the bores must stand further apart than their diameter' }
    return null
  },
  datums: ({ length, thickness }) => ({
    'bore A': faceFrame([0, 0, 0], [0, 0, 1], [1, 0, 0]),
    'bore B': faceFrame([length, 0, 0], [0, 0, 1], [1, 0, 0]),
    middle: faceFrame([length / 2, 0, 0], [0, 0, 1], [1, 0, 0]),
    'side A': faceFrame([0, 0, thickness / 2], [0, 0, 1], [1, 0, 0]),
    'side B': faceFrame([0, 0, -thickness / 2], [0, 0, -1], [1, 0, 0]),
  }),
  solids: (d, _, chords) => [solidOf(profile(d), chords)],
  profiles: (d) => [profile(d)],
})

type Sizes = Record<'length' | 'width' | 'thickness' | 'bore', number>

const profile = ({ length, width, thickness, bore }: Sizes): Profile => ({
  outer: slotLoop([0, 0], [length, 0], width / 2),
  holes: [0, length].map((x) => asHole(circleLoop([x, 0], bore / 2))),
  bottom: -thickness / 2,
  top: thickness / 2,
})
