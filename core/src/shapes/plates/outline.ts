/** Parts drawn by an outline: extruded along z, or turned about z (points radius, height). */
import { axialDatums, faceFrame, onAxis } from '../face-frame'
import { extrude, twiceArea } from '../mesh/mesh'
import { revolve } from '../mesh/revolve'
import { defineShape } from '../shape'
import type { Contradiction } from '../shape'
import { CORNER } from '../tolerances'

export const extruded = defineShape({
  kind: 'extruded',
  noun: 'Extruded outline',
  dimensions: { thickness: { label: 'Thickness', usual: '10 mm' } },
  outline: [[0, 0], [60, 0], [60, 20], [20, 20], [20, 50], [0, 50]], // prettier-ignore
  contradiction: (_, { outline }) => outlineFault(outline),
  datums: ({ thickness: t }, { outline }) => ({
    ...axialDatums(-t / 2, t / 2),
    ...Object.fromEntries(
      corners(outline).map(([x, y], i) => [`corner ${i + 1}`, faceFrame([x, y, 0], [0, 0, 1], [1, 0, 0])]),
    ),
  }),
  solids: ({ thickness: t }, { outline }) => [extrude(forward(outline), [], -t / 2, t / 2)],
})

export const turned = defineShape({
  kind: 'turned',
  noun: 'Turned outline',
  dimensions: {},
  outline: [[0, 0], [20, 0], [20, 8], [8, 8], [8, 40], [0, 40]], // prettier-ignore
  contradiction: (_, { outline }) => {
    const inside = corners(outline).findIndex(([r]) => r < 0)
    return inside < 0
      ? outlineFault(outline)
      : {
          dimension: 'outline',
          message: `point ${inside + 1} lies beyond the axis; a radius is never negative`,
        }
  },
  datums: (_, { outline }) => {
    const heights = corners(outline).map(([, z]) => z)
    return { origin: onAxis(0), ...axialDatums(Math.min(...heights), Math.max(...heights)) }
  },
  solids: (_, { outline }, chords) => [revolve(forward(outline), chords)],
})

const forward = (outline: readonly number[]): number[] =>
  twiceArea(outline) > 0
    ? [...outline]
    : corners(outline)
        .reverse()
        .flatMap(([x, y]) => [x, y])

const corners = (outline: readonly number[]): [number, number][] =>
  Array.from({ length: outline.length / 2 }, (_, i) => [outline[2 * i], outline[2 * i + 1]])

/** An outline encloses something and never crosses or touches itself. */
function outlineFault(outline: readonly number[]): Contradiction<never> | null {
  const points = corners(outline)
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
        return fault(`the outline crosses itself between points ${i + 1} and ${k + 1}`)
    }
  }
  return Math.abs(twiceArea(outline)) < CORNER * size * size ? fault('the outline encloses nothing') : null
}

type Point = readonly [number, number]

const side = (a: Point, b: Point, p: Point): number =>
  (b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0])

const cross = (a: Point, b: Point, c: Point, d: Point): boolean =>
  side(a, b, c) * side(a, b, d) <= 0 && side(c, d, a) * side(c, d, b) <= 0
