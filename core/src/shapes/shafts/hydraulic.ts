/** Barrel and rod of a hydraulic cylinder, each with an eye across its end: a pin goes through along y, the stroke is along z. */
import { faceFrame, onAxis } from '../face-frame'
import { circle, extrude, placed } from '../mesh/mesh'
import type { Mesh } from '../mesh/mesh'
import { defineShape } from '../shape'

const eyeDimensions = {
  eye: { label: 'Diameter of the eye', usual: '20 mm' },
  pin: { label: 'Bore of the eye', usual: '8 mm' },
} as const

/** A ring about the y axis at a height, as wide as the eye. */
const eyeAt = (height: number, d: { readonly eye: number; readonly pin: number }, chords: number): Mesh =>
  placed(
    extrude(circle(0, 0, d.eye / 2, chords), [circle(0, 0, d.pin / 2, chords)], -d.eye / 3, d.eye / 3),
    faceFrame([0, 0, height], [0, -1, 0], [1, 0, 0]),
  )
const eyeDatum = (height: number) => faceFrame([0, 0, height], [0, -1, 0], [1, 0, 0])

export const barrel = defineShape({
  kind: 'barrel',
  noun: 'Cylinder barrel with eye',
  dimensions: {
    length: { label: 'From the eye to the mouth', usual: '80 mm' },
    diameter: { label: 'Outer diameter', usual: '24 mm' },
    bore: { label: 'Bore', usual: '16 mm' },
    ...eyeDimensions,
  },
  contradiction: ({ length, diameter, bore, eye, pin }) => {
    if (bore >= diameter) return { dimension: 'bore', message: 'the bore must be smaller than the barrel' }
    if (pin >= eye) return { dimension: 'pin', message: 'the bore must be smaller than the eye' }
    return length <= eye ? { dimension: 'length', message: 'the barrel must be longer than its eye' } : null
  },
  datums: ({ length }) => ({ eye: eyeDatum(0), mouth: onAxis(length), axis: onAxis(length / 2) }),
  solids: (d, _, chords) => {
    const outer = circle(0, 0, d.diameter / 2, chords)
    const floor = d.eye / 2 + (d.diameter - d.bore) / 2
    return [
      eyeAt(0, d, chords),
      extrude(outer, [], d.eye / 2, floor),
      ...(floor < d.length ? [extrude(outer, [circle(0, 0, d.bore / 2, chords)], floor, d.length)] : []),
    ]
  },
})

export const pistonRod = defineShape({
  kind: 'piston-rod',
  noun: 'Piston rod with eye',
  dimensions: {
    length: { label: 'From the piston to the eye', usual: '80 mm' },
    diameter: { label: 'Diameter of the rod', usual: '10 mm' },
    piston: { label: 'Diameter of the piston', usual: '16 mm' },
    ...eyeDimensions,
  },
  contradiction: ({ length, diameter, piston, eye, pin }) => {
    if (diameter > piston)
      return { dimension: 'diameter', message: 'the rod must not be thicker than the piston' }
    if (pin >= eye) return { dimension: 'pin', message: 'the bore must be smaller than the eye' }
    return length <= eye ? { dimension: 'length', message: 'the rod must be longer than its eye' } : null
  },
  datums: ({ length }) => ({ eye: eyeDatum(length), piston: onAxis(0), axis: onAxis(length / 2) }),
  solids: (d, _, chords) => {
    const height = Math.min(d.piston / 2, (d.length - d.eye / 2) / 2)
    return [
      extrude(circle(0, 0, d.piston / 2, chords), [], 0, height),
      extrude(circle(0, 0, d.diameter / 2, chords), [], height, d.length - d.eye / 2),
      eyeAt(d.length, d, chords),
    ]
  },
})
