/** Lever that tapers from its hub to its end, with a bore in either: origin in the hub, x toward the end, z along the bores. */
import { faceFrame } from '../face-frame'
import { roundPiece, segment } from '../profiles/piece'
import { asHole, circleLoop, solidOf } from '../profiles/profile'
import type { Profile } from '../profiles/profile'
import { defineShape } from '../shape'

export const lever = defineShape({
  kind: 'lever',
  noun: 'Lever',
  dimensions: {
    length: { label: 'Length between bores', usual: '120 mm' },
    hub: { label: 'Diameter of the hub', usual: '30 mm' },
    end: { label: 'Diameter of the end', usual: '18 mm' },
    thickness: { label: 'Thickness', usual: '8 mm' },
    bore: { label: 'Bore in the hub', usual: '12 mm' },
    endBore: { label: 'Bore in the end (0 for none)', usual: '8 mm', least: 0 },
  },
  contradiction: ({ length, hub, end, bore, endBore }) => {
    if (bore >= hub) return { dimension: 'bore', message: 'the bore must be smaller than the hub' }
    if (endBore >= end) return { dimension: 'endBore', message: 'the bore must be smaller than the end' }
    return length <= (hub + end) / 2
      ? { dimension: 'length', message: 'hub and end would run into each other' }
      : null
  },
  datums: ({ length, thickness: t }) => ({
    hub: faceFrame([0, 0, 0], [0, 0, 1], [1, 0, 0]),
    end: faceFrame([length, 0, 0], [0, 0, 1], [1, 0, 0]),
    'side A': faceFrame([0, 0, t / 2], [0, 0, 1], [1, 0, 0]),
    'side B': faceFrame([0, 0, -t / 2], [0, 0, -1], [1, 0, 0]),
  }),
  solids: (d, _, chords) => [solidOf(profile(d), chords)],
  profiles: (d) => [profile(d)],
})

type Sizes = Record<'length' | 'hub' | 'end' | 'thickness' | 'bore' | 'endBore', number>

function profile({ length, hub, end, thickness: t, bore, endBore }: Sizes): Profile {
  // the flanks are tangents of both circles
  const half = Math.acos((hub - end) / 2 / length)
  const [c, s] = [Math.cos(half), Math.sin(half)]
  const on = (x: number, diameter: number, side: 1 | -1) =>
    [x + (diameter / 2) * c, (side * diameter * s) / 2] as const
  return {
    outer: [
      roundPiece([length, 0], end / 2, -half, 2 * half),
      segment(on(length, end, 1), on(0, hub, 1)),
      roundPiece([0, 0], hub / 2, half, 2 * (Math.PI - half)),
      segment(on(0, hub, -1), on(length, end, -1)),
    ],
    holes: [
      asHole(circleLoop([0, 0], bore / 2)),
      ...(endBore > 0 ? [asHole(circleLoop([length, 0], endBore / 2))] : []),
    ],
    bottom: -t / 2,
    top: t / 2,
  }
}
