/**
 * Slotted index wheel and its pin wheel: a turn of the pin wheel moves the slotted wheel on by one slot and locks it for
 * the rest. Both are given by the number of slots, the distance of the axes and the pin.
 *
 * With n slots at the distance c: the pin runs at a = c sin(pi/n), the wheel's radius is c cos(pi/n), so that the pin
 * enters a slot along it. Source: Norton, Design of Machinery, section on intermittent-motion mechanisms.
 */
import { boreDimension, boreHoles, boreLoops } from './bore'
import { axialDatums, faceFrame } from '../face-frame'
import { arc, circle, extrude } from '../mesh/mesh'
import { roundPiece, segment } from '../profiles/piece'
import { circleLoop } from '../profiles/profile'
import type { Loop } from '../profiles/profile'
import { defineShape } from '../shape'

const shared = {
  slots: { label: 'Slots', usual: '6', dimension: 'count', least: 3 },
  distance: { label: 'Distance of the axes', usual: '60 mm' },
  pin: { label: 'Pin diameter', usual: '8 mm' },
  width: { label: 'Width', usual: '8 mm' },
  bore: boreDimension,
} as const

type Index = Readonly<Record<'slots' | 'distance' | 'pin', number>>

/** Play of the pin in its slot, and of the locking disc, as a share of the pin. */
const PLAY = 0.02

const crank = ({ slots, distance }: Index): number => distance * Math.sin(Math.PI / slots)
const rim = ({ slots, distance }: Index): number => distance * Math.cos(Math.PI / slots)
/** From the wheel's axis to the centre of the slot's end. */
const slotEnd = (d: Index): number => d.distance - crank(d)
/** Of the locking disc: it leaves a little material beside the slot. */
const lockRadius = (d: Index): number => crank(d) - 1.1 * d.pin

function contradiction(d: Index & { bore: number }) {
  if (d.slots > 20) return { dimension: 'slots', message: 'at most 20 slots can be' } as const
  if (lockRadius(d) <= 0.6 * d.pin)
    return {
      dimension: 'pin',
      message: 'the pin is too thick for so many slots; lengthen the distance of the axes',
    } as const
  if (slotEnd(d) - d.pin / 2 <= d.bore / 2)
    return { dimension: 'bore', message: 'the slots would reach the bore' } as const
  return null
}

export const indexWheel = defineShape<keyof typeof shared>({
  kind: 'index-wheel',
  noun: 'Slotted index wheel',
  dimensions: shared,
  contradiction,
  datums: (d) => {
    const { centre, top, bottom } = axialDatums(-d.width / 2, d.width / 2)
    const half = Math.PI / d.slots
    return {
      'wheel axis': centre,
      ...{ top, bottom },
      'slot 1': faceFrame([rim(d), 0, 0], [0, 0, 1], [1, 0, 0]),
      // toward the pin wheel while the wheel is locked
      lock: faceFrame([0, 0, 0], [0, 0, 1], [Math.cos(half), Math.sin(half), 0]),
    }
  },
  solids: (d, _, chords) => [
    extrude(wheelOutline(d, chords), boreHoles(d.bore, chords), -d.width / 2, d.width / 2),
  ],
  profiles: (d) => [
    { outer: wheelLoop(d), holes: boreLoops(d.bore), bottom: -d.width / 2, top: d.width / 2 },
  ],
  transmission: ({ slots, distance }) => ({ kind: 'index-wheel', slots, distance }),
})

export const pinWheel = defineShape<keyof typeof shared>({
  kind: 'pin-wheel',
  noun: 'Pin wheel',
  dimensions: shared,
  contradiction: (d) =>
    contradiction({ ...d, bore: 0 }) ??
    (d.bore / 2 >= lockRadius(d) * 0.6
      ? { dimension: 'bore', message: 'the bore must be smaller than the locking disc' }
      : null),
  datums: (d) => {
    const { centre, top, bottom } = axialDatums(-d.width / 2, d.width / 2)
    return {
      'wheel axis': centre,
      ...{ top, bottom },
      'pin axis': faceFrame([crank(d), 0, 0], [0, 0, 1], [1, 0, 0]),
    }
  },
  solids: (d, _, chords) => {
    const w = d.width
    const holes = boreHoles(d.bore, chords)
    const reach = crank(d) + d.pin
    return [
      extrude(circle(0, 0, reach, chords), holes, -1.5 * w, -0.55 * w),
      extrude(lockOutline(d, chords), holes, -0.55 * w, w / 2),
      extrude(circle(crank(d), 0, d.pin / 2, chords), [], -0.55 * w, w / 2),
    ]
  },
  profiles: (d) => {
    const w = d.width
    const holes = boreLoops(d.bore)
    return [
      { outer: circleLoop([0, 0], crank(d) + d.pin), holes, bottom: -1.5 * w, top: -0.55 * w },
      { outer: lockLoop(d), holes, bottom: -0.55 * w, top: w / 2 },
      { outer: circleLoop([crank(d), 0], d.pin / 2), holes: [], bottom: -0.55 * w, top: w / 2 },
    ]
  },
  transmission: ({ slots, distance }) => ({ kind: 'pin-wheel', slots, distance }),
})

/** The outline of the slotted wheel in exact pieces. */
function wheelLoop(d: Index): Loop {
  const r = rim(d)
  const half = (d.pin / 2) * (1 + PLAY)
  const lock = lockRadius(d) * (1 + PLAY)
  const step = (2 * Math.PI) / d.slots
  const mouth = Math.sqrt(r * r - half * half)
  const slotTurn = Math.asin(half / r)
  const across = (r * r + d.distance ** 2 - lock ** 2) / (2 * d.distance)
  const hollow = Math.atan2(Math.sqrt(Math.max(0, r * r - across * across)), across)
  const angle = Math.atan2(Math.sqrt(Math.max(0, r * r - across * across)), across - d.distance)
  return Array.from({ length: d.slots }, (_, k) => {
    const [ray, middle] = [k * step, (k + 0.5) * step]
    const on = (x: number, y: number, turn: number) =>
      [x * Math.cos(turn) - y * Math.sin(turn), x * Math.sin(turn) + y * Math.cos(turn)] as const
    const rest = step / 2 - slotTurn - hollow
    return [
      segment(on(mouth, -half, ray), on(slotEnd(d), -half, ray)),
      // hollow: the material is outside
      roundPiece(on(slotEnd(d), 0, ray), half, ray - Math.PI / 2, -Math.PI),
      segment(on(slotEnd(d), half, ray), on(mouth, half, ray)),
      roundPiece([0, 0], r, ray + slotTurn, rest),
      roundPiece(on(d.distance, 0, middle), lock, middle - angle, 2 * angle - 2 * Math.PI),
      roundPiece([0, 0], r, middle + hollow, rest),
    ]
  }).flat()
}

/** The outline of the locking disc in exact pieces. */
function lockLoop(d: Index): Loop {
  const lock = lockRadius(d)
  const hollow = rim(d) * (1 + PLAY)
  const across = (d.distance ** 2 + lock ** 2 - hollow ** 2) / (2 * d.distance)
  const angle = Math.acos(Math.max(-1, Math.min(1, across / lock)))
  const seen = Math.asin((lock * Math.sin(angle)) / hollow)
  return [
    roundPiece([0, 0], lock, angle, 2 * (Math.PI - angle)),
    roundPiece([d.distance, 0], hollow, Math.PI + seen, -2 * seen),
  ]
}

/** Slots along the rays, hollows for the locking disc between them. */
function wheelOutline(d: Index, chords: number): number[] {
  const r = rim(d)
  const half = (d.pin / 2) * (1 + PLAY)
  const lock = lockRadius(d) * (1 + PLAY)
  const step = (2 * Math.PI) / d.slots
  const outline: number[] = []
  for (let k = 0; k < d.slots; k++) {
    const ray = k * step
    const put = (points: readonly number[], turn: number) => {
      const [c, s] = [Math.cos(turn), Math.sin(turn)]
      for (let i = 0; i < points.length; i += 2)
        outline.push(c * points[i] - s * points[i + 1], s * points[i] + c * points[i + 1])
    }
    const mouth = Math.sqrt(r * r - half * half)
    put(
      [mouth, -half, ...arc(slotEnd(d), 0, half, (3 * Math.PI) / 2, Math.PI / 2, chords / 2), mouth, half],
      ray,
    )
    // the hollow about the pin wheel's axis, where it crosses the rim
    const across = (r * r + d.distance ** 2 - lock ** 2) / (2 * d.distance)
    const angle = Math.atan2(Math.sqrt(Math.max(0, r * r - across * across)), across - d.distance)
    put(arc(d.distance, 0, lock, -angle, angle - 2 * Math.PI, chords / 2).slice(0), ray + step / 2)
  }
  return outline
}

/** The locking disc with the hollow in which the wheel turns, toward the pin. */
function lockOutline(d: Index, chords: number): number[] {
  const lock = lockRadius(d)
  const hollow = rim(d) * (1 + PLAY)
  // where the circle about the wheel's axis crosses the disc
  const across = (d.distance ** 2 + lock ** 2 - hollow ** 2) / (2 * d.distance)
  const angle = Math.acos(Math.max(-1, Math.min(1, across / lock)))
  const seen = Math.asin((lock * Math.sin(angle)) / hollow)
  return [
    ...arc(0, 0, lock, angle, 2 * Math.PI - angle, chords),
    ...arc(d.distance, 0, hollow, Math.PI + seen, Math.PI - seen, chords / 2).slice(2, -2),
  ]
}
