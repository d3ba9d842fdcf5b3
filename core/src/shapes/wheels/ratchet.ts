/** Ratchet wheel and its pawl: teeth with a steep side that locks against turning backwards and a long one that lifts the pawl. */
import { axialDatums, faceFrame } from '../face-frame'
import { roundPiece, segment } from '../profiles/piece'
import { asHole, circleLoop, polygonLoop, solidOf } from '../profiles/profile'
import type { Profile } from '../profiles/profile'
import { defineShape } from '../shape'
import type { Extras } from '../shape'
import { boreDimension, keyDimensions, keyedLoops, keyedTooLarge, keywayDatum } from './bore'

export const ratchet = defineShape({
  kind: 'ratchet',
  noun: 'Ratchet wheel',
  dimensions: {
    diameter: { label: 'Outer diameter', usual: '60 mm' },
    teeth: { label: 'Teeth', usual: '16', dimension: 'count', least: 4 },
    depth: { label: 'Depth of the teeth', usual: '5 mm' },
    thickness: { label: 'Thickness', usual: '8 mm' },
    bore: boreDimension,
    ...keyDimensions,
  },
  options: {
    hand: { label: 'Turns freely', choices: { forwards: 'forwards', backwards: 'backwards' } },
  },
  contradiction: (d) => {
    if (d.teeth > 200) return { dimension: 'teeth', message: 'at most 200 teeth can be' }
    if (d.depth >= d.diameter / 4)
      return { dimension: 'depth', message: 'the teeth must be less deep than a quarter of the diameter' }
    return keyedTooLarge(d, d.diameter - 2 * d.depth, 'the roots of the teeth')
  },
  datums: (d) => {
    const { thickness: t, diameter } = d
    return {
      ...axialDatums(-t / 2, t / 2),
      'tooth 1': faceFrame([diameter / 2, 0, 0], [0, 0, 1], [1, 0, 0]),
      ...keywayDatum(d, 0),
    }
  },
  solids: (d, extras, chords) => [solidOf(ratchetProfile(d, extras), chords)],
  profiles: (d, extras) => [ratchetProfile(d, extras)],
})

type RatchetSizes = Record<'diameter' | 'teeth' | 'depth' | 'thickness', number> &
  Parameters<typeof keyedLoops>[0]

function ratchetProfile(d: RatchetSizes, { options }: Extras): Profile {
  const [tip, root] = [d.diameter / 2, d.diameter / 2 - d.depth]
  const side = options.hand === 'backwards' ? -1 : 1
  const points = Array.from({ length: d.teeth }, (_, k) => {
    const [at, before] = [k, k - 0.985].map((place) => (2 * Math.PI * place) / d.teeth)
    return [
      [before, root],
      [at, tip],
    ] as const
  }).flat()
  const outline = points.map(([angle, r]) => [r * Math.cos(angle), side * r * Math.sin(angle)] as const)
  return {
    outer: polygonLoop(side > 0 ? outline : [...outline].reverse()),
    holes: keyedLoops(d),
    bottom: -d.thickness / 2,
    top: d.thickness / 2,
  }
}

export const pawl = defineShape({
  kind: 'pawl',
  noun: 'Pawl',
  dimensions: {
    length: { label: 'From the bore to the tip', usual: '36 mm' },
    hub: { label: 'Diameter round the bore', usual: '14 mm' },
    thickness: { label: 'Thickness', usual: '8 mm' },
    bore: { label: 'Bore', usual: '6 mm' },
  },
  contradiction: ({ length, hub, bore }) => {
    if (bore >= hub) return { dimension: 'bore', message: 'the bore must be smaller than what is round it' }
    return length <= hub
      ? { dimension: 'length', message: 'the tip must be beyond what is round the bore' }
      : null
  },
  datums: ({ length, thickness: t }) => ({
    bore: faceFrame([0, 0, 0], [0, 0, 1], [1, 0, 0]),
    tip: faceFrame([length, 0, 0], [0, 0, 1], [1, 0, 0]),
    'side A': faceFrame([0, 0, t / 2], [0, 0, 1], [1, 0, 0]),
    'side B': faceFrame([0, 0, -t / 2], [0, 0, -1], [1, 0, 0]),
  }),
  solids: (d, _, chords) => [solidOf(pawlProfile(d), chords)],
  profiles: (d) => [pawlProfile(d)],
})

function pawlProfile(d: Record<'length' | 'hub' | 'thickness' | 'bore', number>): Profile {
  const r = d.hub / 2
  // both flanks leave the hub along tangents from the tip
  const half = Math.acos(r / d.length)
  const [x, y] = [r * Math.cos(half), r * Math.sin(half)]
  return {
    outer: [
      segment([d.length, 0], [x, y]),
      roundPiece([0, 0], r, half, 2 * (Math.PI - half)),
      segment([x, -y], [d.length, 0]),
    ],
    holes: [asHole(circleLoop([0, 0], d.bore / 2))],
    bottom: -d.thickness / 2,
    top: d.thickness / 2,
  }
}
