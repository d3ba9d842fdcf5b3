/**
 * Plate with a row of holes along each long side and a slot in the middle. Origin at its centre, x along its length.
 * Datums: the faces, every hole by its number (rows front and back), the slot with x along it.
 */
import { box } from './box'
import { faceFrame } from '../face-frame'
import { rectangle } from '../mesh/mesh'
import { asHole, circleLoop, polygonLoop, slotLoop, solidOf } from '../profiles/profile'
import type { Profile } from '../profiles/profile'
import { defineShape } from '../shape'
import { pointsOf } from './outline-points'

const most = 40

export const plate = defineShape({
  kind: 'plate',
  noun: 'Plate',
  dimensions: {
    length: { label: 'Length (x)', usual: '120 mm' },
    width: { label: 'Width (y)', usual: '80 mm' },
    thickness: { label: 'Thickness', usual: '8 mm' },
    holes: { label: 'Holes in a row', usual: '2', dimension: 'count', least: 0 },
    hole: { label: 'Hole diameter', usual: '8 mm' },
    margin: { label: 'Hole centres from the edge', usual: '10 mm' },
    slotLength: { label: 'Slot length (0 for none)', usual: '0 mm', least: 0 },
    slotWidth: { label: 'Slot width', usual: '8 mm' },
  },
  contradiction: ({ length, width, holes, hole, margin, slotLength, slotWidth }) => {
    if (holes > most) return { dimension: 'holes', message: `at most ${most} holes can stand in a row` }
    if (holes > 0 && hole / 2 >= margin)
      return { dimension: 'margin', message: 'the holes would break through the edge' }
    if (holes > 0 && 2 * margin + hole >= width)
      return { dimension: 'width', message: 'the two rows of holes would run into each other' }
    if (holes > 1 && (length - 2 * margin) / (holes - 1) <= hole)
      return { dimension: 'holes', message: 'the holes of a row would run into each other' }
    if (slotLength > 0 && slotLength + slotWidth >= length)
      return { dimension: 'slotLength', message: 'the slot must be shorter than the plate' }
    if (slotLength > 0 && slotWidth >= width - (holes > 0 ? 2 * margin + hole : 0))
      return { dimension: 'slotWidth', message: 'the slot must fit between the rows of holes' }
    return null
  },
  datums: (d) => {
    const { centre, right, left, back, front, top, bottom } = box.datums(
      { width: d.length, depth: d.width, height: d.thickness },
      { options: {}, outline: [], bulges: [], corners: new Map(), holes: [] },
    )
    const holes = centres(d).map(
      ([x, y], i) => [`hole ${i + 1}`, faceFrame([x, y, 0], [0, 0, 1], [1, 0, 0])] as const,
    )
    return {
      ...{ centre, right, left, back, front, top, bottom },
      ...Object.fromEntries(holes),
      ...(d.slotLength > 0 ? { slot: faceFrame([0, 0, 0], [1, 0, 0], [0, 1, 0]) } : {}),
    }
  },
  solids: (d, _, chords) => [solidOf(profile(d), chords)],
  profiles: (d) => [profile(d)],
})

type Sizes = Parameters<typeof centres>[0] &
  Record<'length' | 'width' | 'thickness' | 'hole' | 'slotLength' | 'slotWidth', number>

function profile(d: Sizes): Profile {
  const half = d.slotLength / 2
  return {
    outer: polygonLoop(pointsOf(rectangle(0, 0, d.length, d.width))),
    holes: [
      ...centres(d).map((centre) => circleLoop(centre, d.hole / 2)),
      ...(half > 0 ? [slotLoop([-half, 0], [half, 0], d.slotWidth / 2)] : []),
    ].map(asHole),
    bottom: -d.thickness / 2,
    top: d.thickness / 2,
  }
}

/** Centres of the holes, the front row first. */
function centres(d: { length: number; width: number; holes: number; margin: number }): [number, number][] {
  const row = Array.from({ length: d.holes }, (_, i) =>
    d.holes === 1 ? 0 : -d.length / 2 + d.margin + (i * (d.length - 2 * d.margin)) / (d.holes - 1),
  )
  return [-1, 1].flatMap((side) => row.map((x): [number, number] => [x, side * (d.width / 2 - d.margin)]))
}
