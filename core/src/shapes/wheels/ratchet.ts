/** Ratchet wheel and its pawl: teeth with a steep side that locks against turning backwards and a long one that lifts the pawl. */
import { axialDatums, faceFrame } from '../face-frame'
import { arc, circle, extrude } from '../mesh/mesh'
import { defineShape } from '../shape'
import { boreDimension, keyDimensions, keyedHoles, keyedTooLarge, keywayDatum } from './bore'

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
  solids: (d, { options }, chords) => {
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
    const forward = side > 0 ? outline : [...outline].reverse()
    return [extrude(forward.flat(), keyedHoles(d, chords), -d.thickness / 2, d.thickness / 2)]
  },
})

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
  solids: ({ length, hub, thickness: t, bore }, _, chords) => {
    const r = hub / 2
    // both flanks leave the hub along tangents from the tip
    const half = Math.acos(r / length)
    const outline = [length, 0, ...arc(0, 0, r, half, 2 * Math.PI - half, chords)]
    return [extrude(outline, [circle(0, 0, bore / 2, chords)], -t / 2, t / 2)]
  },
})
