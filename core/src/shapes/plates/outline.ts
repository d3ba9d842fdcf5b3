/** Parts drawn by an outline of straight sides and arcs: extruded along z with holes, or turned about z (points radius, height). */
import { axialDatums, faceFrame, onAxis } from '../face-frame'
import { twiceArea } from '../mesh/mesh'
import { holeDatums, holeLoop, holesFault } from './holes'
import { crampedCorner, outlineLoop, pointsOf, writtenOut } from './outline-points'
import type { Corner } from './outline-points'
import { revolve } from '../mesh/revolve'
import { asHole, pointsOfLoop, solidOf } from '../profiles/profile'
import type { Profile } from '../profiles/profile'
import { defineShape } from '../shape'
import type { Contradiction, Extras } from '../shape'
import { CORNER } from '../tolerances'

export const extruded = defineShape({
  kind: 'extruded',
  noun: 'Extruded outline',
  dimensions: {
    thickness: { label: 'Thickness', usual: '10 mm' },
    corner: { label: 'Corners (0 for sharp)', usual: '0 mm', least: 0, leftOut: 0 },
  },
  options: { corners: { label: 'Corners are', choices: { round: 'rounded', chamfer: 'chamfered' } } },
  takesHoles: true,
  outline: [[0, 0], [60, 0], [60, 20], [20, 20], [20, 50], [0, 50]], // prettier-ignore
  contradiction: (d, extras) => {
    const cramped = crampedCorner(extras.outline, extras.bulges, cornersOf(d, extras))
    if (cramped !== null)
      return {
        dimension: 'corner',
        message: `there is no room for the corners of the side after point ${cramped}; make them smaller`,
      }
    return outlineFault(sketched(d, extras), extras.outline) ?? holesFault(sketched(d, extras), extras.holes)
  },
  datums: ({ thickness: t }, { outline, holes }) => ({
    ...axialDatums(-t / 2, t / 2),
    ...Object.fromEntries(
      pointsOf(outline).map(([x, y], i) => [`corner ${i + 1}`, faceFrame([x, y, 0], [0, 0, 1], [1, 0, 0])]),
    ),
    ...holeDatums(holes),
  }),
  solids: (d, extras, chords) => [solidOf(profile(d, extras), chords)],
  profiles: (d, extras) => [profile(d, extras)],
})

function profile(d: Readonly<Record<'thickness' | 'corner', number>>, extras: Extras): Profile {
  const loop = outlineLoop(extras.outline, extras.bulges, cornersOf(d, extras))
  const isForward = twiceArea(pointsOfLoop(loop, FEW_CHORDS)) > 0
  return {
    outer: isForward ? loop : asHole(loop),
    holes: extras.holes.map(holeLoop),
    bottom: -d.thickness / 2,
    top: d.thickness / 2,
  }
}

export const turned = defineShape({
  kind: 'turned',
  noun: 'Turned outline',
  dimensions: {},
  outline: [[0, 0], [20, 0], [20, 8], [8, 8], [8, 40], [0, 40]], // prettier-ignore
  contradiction: (_, { outline, bulges }) => {
    const points = pointsOf(writtenOut(outline, bulges, SHARP, FEW_CHORDS))
    const inside = points.findIndex(([r]) => r < -CORNER * Math.max(...outline.map(Math.abs)))
    return inside < 0
      ? outlineFault(points.flat(), outline)
      : {
          dimension: 'outline',
          message: 'the outline goes beyond the axis; a radius is never negative',
        }
  },
  datums: (_, { outline }) => {
    const heights = pointsOf(outline).map(([, z]) => z)
    return { origin: onAxis(0), ...axialDatums(Math.min(...heights), Math.max(...heights)) }
  },
  solids: (_, { outline, bulges }, chords) => [
    revolve(forward(writtenOut(outline, bulges, SHARP, chords)), chords),
  ],
})

/** Chords of a full turn when it is looked whether an outline holds. */
const FEW_CHORDS = 24
const SHARP: readonly Corner[] = []

/** How each point is treated: as it says itself, else as all are. */
function cornersOf({ corner }: { readonly corner: number }, extras: Extras): Corner[] {
  const usual: Corner = { size: corner, style: extras.options.corners === 'chamfer' ? 'chamfer' : 'round' }
  return Array.from({ length: extras.outline.length / 2 }, (_, k) => extras.corners.get(k) ?? usual)
}
const sketched = (d: { readonly corner: number }, extras: Extras): number[] =>
  writtenOut(extras.outline, extras.bulges, cornersOf(d, extras), FEW_CHORDS)

const forward = (outline: readonly number[]): number[] =>
  twiceArea(outline) > 0 ? [...outline] : pointsOf(outline).reverse().flat()

/**
 * An outline encloses something and never crosses or touches itself.
 * @param drawn the points that were given; those of an outline with arcs have other numbers
 */
function outlineFault(outline: readonly number[], drawn: readonly number[]): Contradiction<never> | null {
  const points = pointsOf(outline)
  const n = points.length
  const fault = (message: string) => ({ dimension: 'outline', message }) as const
  if (n < 3) return fault('an outline needs three points or more')
  const size = Math.max(...outline.map(Math.abs))
  for (let i = 0; i < n; i++) {
    const [a, b] = [points[i], points[(i + 1) % n]]
    if (Math.hypot(b[0] - a[0], b[1] - a[1]) < CORNER * size)
      return fault(`points ${i + 1} and ${((i + 1) % n) + 1} are the same`)
    for (let k = i + 2; k < n; k++) {
      if (i === 0 && k === n - 1) continue
      if (cross(a, b, points[k], points[(k + 1) % n]))
        return fault(
          outline.length === drawn.length
            ? `the outline crosses itself between points ${i + 1} and ${k + 1}`
            : 'the outline crosses itself; look at its arcs and corners',
        )
    }
  }
  return Math.abs(twiceArea(outline)) < CORNER * size * size ? fault('the outline encloses nothing') : null
}

type Point = readonly [number, number]

const side = (a: Point, b: Point, p: Point): number =>
  (b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0])

const cross = (a: Point, b: Point, c: Point, d: Point): boolean =>
  side(a, b, c) * side(a, b, d) <= 0 && side(c, d, a) * side(c, d, b) <= 0
